package org.pelerin.app.collect.files;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Options;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface FileMapper {

    String FILE = "SELECT id, name, size, sha256, uploaded_at, uploaded_by, settings, state, done, message, mission_id"
            + " FROM foreign_file ";

    /** A file that begins to arrive; the database gives it its number. */
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

    @Insert(
            "INSERT INTO foreign_file (name, uploaded_at, uploaded_by, state) VALUES (#{name}, #{at}, #{by}, 'ARRIVING')")
    @Options(useGeneratedKeys = true, keyProperty = "id")
    void insert(Fresh file);

    @Insert("INSERT INTO foreign_piece VALUES (#{file}, #{seq}, #{bytes})")
    void insertPiece(long file, int seq, byte[] bytes);

    /** Part of a file, compressed. */
    record Piece(byte[] bytes) {}

    @Select("SELECT bytes FROM foreign_piece WHERE file_id = #{file} AND seq = #{seq}")
    Piece piece(long file, int seq);

    @Update("UPDATE foreign_file SET size = #{size}, sha256 = #{sha256}, settings = #{settings}, head = #{head},"
            + " state = 'LAYOUT', message = #{message} WHERE id = #{id}")
    void arrived(long id, long size, String sha256, String settings, String head, String message);

    @Select("SELECT head FROM foreign_file WHERE id = #{id}")
    String head(long id);

    @Update("UPDATE foreign_file SET head = #{head} WHERE id = #{id}")
    void putHead(long id, String head);

    /** Of the mission that it became; null for none. */
    @Select(
            "SELECT s.site_id FROM foreign_file f JOIN mission_face m ON m.id = f.mission_id JOIN spot_face s ON s.id = m.spot_id"
                    + " WHERE f.id = #{id}")
    Long siteOf(long id);

    @Select(FILE + "WHERE id = #{id}")
    ForeignFile byId(long id);

    @Select(FILE + "WHERE mission_id = #{mission}")
    ForeignFile ofMission(long mission);

    @Select(FILE
            + "f WHERE OWN_SITES_OR_NONE((SELECT s.site_id FROM mission_face m JOIN spot_face s ON s.id = m.spot_id WHERE m.id = f.mission_id))"
            + " ORDER BY id DESC LIMIT #{limit}")
    List<ForeignFile> newest(int limit);

    @Select(FILE + "WHERE sha256 = #{sha256} AND state = 'TAKEN' AND id <> #{except} ORDER BY id LIMIT 1")
    ForeignFile takenBefore(String sha256, long except);

    /** Settles how it is read; what was found before holds no longer. */
    @Update("UPDATE foreign_file SET settings = #{settings}, state = 'LAYOUT', findings = NULL, message = #{message}"
            + " WHERE id = #{id} AND state IN ('LAYOUT', 'READ')")
    int lay(long id, String settings, String message);

    /** Settles what becomes of it; what was found stands. */
    @Update("UPDATE foreign_file SET settings = #{settings}, state = 'TAKING', done = 0, message = ''"
            + " WHERE id = #{id} AND state = 'READ'")
    int orderTaking(long id, String settings);

    /** In the way that who orders it says, whatever else was settled a moment before. */
    @Update("UPDATE foreign_file SET settings = #{settings}, state = 'READING', done = 0, message = ''"
            + " WHERE id = #{id} AND state = 'LAYOUT'")
    int orderReading(long id, String settings);

    @Select("SELECT findings FROM foreign_file WHERE id = #{id}")
    String findings(long id);

    @Update("UPDATE foreign_file SET done = #{done} WHERE id = #{id} AND state IN ('READING', 'TAKING')")
    int progress(long id, long done);

    @Update("UPDATE foreign_file SET state = #{state}, message = #{message}, findings = COALESCE(#{findings}, findings)"
            + " WHERE id = #{id} AND state IN ('READING', 'TAKING')")
    int finish(long id, ForeignFile.State state, String message, String findings);

    /** In the transaction that makes the mission: done once, by whoever has the file. */
    @Update("UPDATE foreign_file SET state = 'TAKEN', mission_id = #{mission}, message = ''"
            + " WHERE id = #{id} AND state = 'TAKING'")
    int taken(long id, long mission);

    /** From now on it is as if it had not arrived whole; @return 0 if it is just being read, or taken in already */
    @Update("UPDATE foreign_file SET state = 'ARRIVING' WHERE id = #{id} AND state IN ('ARRIVING', 'LAYOUT', 'READ')")
    int letGo(long id);

    @Delete("DELETE FROM foreign_piece WHERE file_id = #{id}")
    void removePieces(long id);

    @Delete("DELETE FROM foreign_file WHERE id = #{id} AND state = 'ARRIVING'")
    int remove(long id);

    /** What broke off on its way here. */
    @Select(FILE + "WHERE state = 'ARRIVING' AND uploaded_at < #{before}")
    List<ForeignFile> stuck(Instant before);

    /** A layout that was kept. */
    record Saved(long id, String name, String settings, Instant savedAt, String savedBy) {}

    @Select("SELECT id, name, settings, saved_at, saved_by FROM saved_layout WHERE headings_sha256 = #{headings}"
            + " ORDER BY saved_at DESC LIMIT 1")
    Saved savedFor(String headings);

    @Insert(
            "INSERT INTO saved_layout (name, headings_sha256, settings, saved_at, saved_by) VALUES (#{name}, #{headings},"
                    + " #{settings}, #{at}, #{by}) ON DUPLICATE KEY UPDATE headings_sha256 = VALUES(headings_sha256),"
                    + " settings = VALUES(settings), saved_at = VALUES(saved_at), saved_by = VALUES(saved_by)")
    void save(String name, String headings, String settings, Instant at, String by);
}
