package org.pelerin.app.report.verify;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Options;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface VerificationMapper {

    /** One that is asked for; gets its number. */
    final class Fresh {
        long id;
        final String name;
        final Instant at;
        final String by;

        Fresh(String name, Instant at, String by) {
            this.name = name;
            this.at = at;
            this.by = by;
        }
    }

    /**
     * @param outcome as JSON; null before it is checked
     * @param importBy who asked to have it imported; null for nobody, and after a refusal
     * @param importResult as JSON; null before it was tried
     */
    record Row(
            long id,
            String name,
            String sha256,
            Instant askedAt,
            String askedBy,
            int begun,
            String outcome,
            String importBy,
            int importBegun,
            String importResult) {}

    record Piece(byte[] bytes) {}

    @Insert("INSERT INTO verification (name, asked_at, asked_by) VALUES (#{name}, #{at}, #{by})")
    @Options(useGeneratedKeys = true, keyProperty = "id")
    void insert(Fresh fresh);

    @Insert("INSERT INTO verification_piece VALUES (#{id}, #{seq}, #{bytes})")
    void piece(long id, int seq, byte[] bytes);

    @Update("UPDATE verification SET sha256 = #{sha256} WHERE id = #{id}")
    void whole(long id, String sha256);

    @Select("SELECT id, name, sha256, asked_at, asked_by, begun, outcome, import_by, import_begun, import_result"
            + " FROM verification WHERE id = #{id}")
    Row byId(long id);

    @Select("SELECT bytes FROM verification_piece WHERE verification_id = #{id} AND seq = #{seq}")
    Piece pieceOf(long id, int seq);

    @Update("UPDATE verification SET begun = begun + 1 WHERE id = #{id}")
    void begin(long id);

    @Update("UPDATE verification SET outcome = #{outcome} WHERE id = #{id} AND outcome IS NULL")
    int done(long id, String outcome);

    /** @return 0 where it is being imported, or was */
    @Update("UPDATE verification SET import_by = #{by}, import_begun = 0, import_result = NULL"
            + " WHERE id = #{id} AND asked_by = #{by} AND import_by IS NULL")
    int askImport(long id, String by);

    @Update("UPDATE verification SET import_begun = import_begun + 1 WHERE id = #{id}")
    void beginImport(long id);

    @Update("UPDATE verification SET import_begun = import_begun - 1 WHERE id = #{id}")
    void importAgain(long id);

    /** @param by null where it was refused, so that it can be asked for again */
    @Update("UPDATE verification SET import_result = #{result}, import_by = #{by} WHERE id = #{id}")
    void importDone(long id, String result, String by);

    @Delete("DELETE FROM verification_piece WHERE verification_id = #{id}")
    void dropPieces(long id);

    @Select("SELECT id FROM verification WHERE asked_at < #{before} LIMIT 500")
    List<Long> old(Instant before);

    @Delete("DELETE FROM verification WHERE id = #{id}")
    void drop(long id);
}
