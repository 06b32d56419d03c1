package org.pelerin.app.record;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Options;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.pelerin.core.record.Exclusion;

@Mapper
interface JudgedMapper {

    @Select("SELECT from_at, to_at, reason, set_at, set_by FROM judged_period WHERE mission_id = #{mission}")
    JudgedPeriod.Chosen chosen(long mission);

    @Insert(
            "INSERT INTO judged_period (mission_id, from_at, to_at, reason, set_at, set_by) VALUES (#{mission}, #{from}, #{to},"
                    + " #{reason}, #{at}, #{by}) ON DUPLICATE KEY UPDATE from_at = #{from}, to_at = #{to}, reason = #{reason},"
                    + " set_at = #{at}, set_by = #{by}")
    void choose(long mission, Instant from, Instant to, String reason, Instant at, String by);

    @Delete("DELETE FROM judged_period WHERE mission_id = #{mission}")
    int forget(long mission);

    @Select("SELECT id, kind, from_at, to_at, reason, made_at, made_by FROM exclusion WHERE mission_id = #{mission}"
            + " AND undone_at IS NULL ORDER BY from_at, id")
    List<Excluded> excluded(long mission);

    /** One to be inserted; the database gives it its number. */
    class NewExclusion {
        long id;
        final long mission;
        final Exclusion.Kind kind;
        final Instant from;
        final Instant to;
        final String reason;
        final Instant at;
        final String by;

        NewExclusion(
                long mission, Exclusion.Kind kind, Instant from, Instant to, String reason, Instant at, String by) {
            this.mission = mission;
            this.kind = kind;
            this.from = from;
            this.to = to;
            this.reason = reason;
            this.at = at;
            this.by = by;
        }
    }

    @Insert(
            "INSERT INTO exclusion (mission_id, kind, from_at, to_at, reason, made_at, made_by) VALUES (#{mission}, #{kind},"
                    + " #{from}, #{to}, #{reason}, #{at}, #{by})")
    @Options(useGeneratedKeys = true, keyProperty = "id")
    void exclude(NewExclusion exclusion);

    @Update("UPDATE exclusion SET undone_at = #{at}, undone_by = #{by} WHERE id = #{id} AND mission_id = #{mission}"
            + " AND undone_at IS NULL")
    int undo(long mission, long id, Instant at, String by);
}
