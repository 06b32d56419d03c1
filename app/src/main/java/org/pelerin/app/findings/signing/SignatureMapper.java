package org.pelerin.app.findings.signing;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.pelerin.app.missions.SignedAs;

@Mapper
interface SignatureMapper {

    /** As it is stored, without what was signed. */
    record Row(
            long id,
            long missionId,
            int revision,
            SignedAs meaning,
            Instant signedAt,
            String signedBy,
            String signedName,
            String remark,
            String contentSha256,
            Instant undoneAt,
            String undoneBy,
            String undoneReason) {

        Signature signature() {
            return new Signature(
                    id,
                    missionId,
                    revision,
                    meaning,
                    signedAt,
                    signedBy,
                    signedName,
                    remark,
                    contentSha256,
                    undoneAt == null ? null : new Signature.Undone(undoneAt, undoneBy, undoneReason));
        }
    }

    String ROW = "SELECT id, mission_id, revision, meaning, signed_at, signed_by, signed_name, remark, content_sha256,"
            + " undone_at, undone_by, undone_reason FROM signature ";

    @Select(ROW + "WHERE mission_id = #{mission} ORDER BY id")
    List<Row> of(long mission);

    @Select("SELECT MIN(signed_at) FROM signature WHERE mission_id = #{mission} AND undone_at IS NULL")
    Instant firstHolding(long mission);

    @Insert("INSERT INTO signature (mission_id, revision, meaning, signed_at, signed_by, signed_name, remark, content,"
            + " content_sha256) VALUES (#{mission}, #{revision}, #{meaning}, #{at}, #{by}, #{name}, #{remark}, #{content},"
            + " #{sha256})")
    void insert(
            long mission,
            int revision,
            SignedAs meaning,
            Instant at,
            String by,
            String name,
            String remark,
            String content,
            String sha256);

    @Select("SELECT content FROM signature WHERE id = #{id}")
    String content(long id);

    @Update("UPDATE signature SET undone_at = #{at}, undone_by = #{by}, undone_reason = #{reason}"
            + " WHERE mission_id = #{mission} AND undone_at IS NULL")
    int undo(long mission, Instant at, String by, String reason);
}
