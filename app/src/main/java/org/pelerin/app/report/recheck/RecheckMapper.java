package org.pelerin.app.report.recheck;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Options;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface RecheckMapper {

    String ROW = "SELECT id, started_at, started_by, last_mission, done, total, audit, ended_at FROM recheck ";

    /** One that begins; gets its number. */
    final class Fresh {
        long id;
        final Instant at;
        final String by;
        final int total;

        Fresh(Instant at, String by, int total) {
            this.at = at;
            this.by = by;
            this.total = total;
        }
    }

    @Insert("INSERT INTO recheck (started_at, started_by, total) VALUES (#{at}, #{by}, #{total})")
    @Options(useGeneratedKeys = true, keyProperty = "id")
    void insert(Fresh fresh);

    @Select(ROW + "ORDER BY id DESC LIMIT 1")
    Recheck latest();

    @Select(ROW + "WHERE id = #{id}")
    Recheck byId(long id);

    /** Missions of which something is home, after one. */
    @Select("SELECT id FROM mission_face WHERE judged AND id > #{after} ORDER BY id LIMIT 1")
    Long next(long after);

    @Select("SELECT COUNT(*) FROM mission_face WHERE judged")
    int total();

    @Update(
            "UPDATE recheck SET last_mission = #{mission}, done = done + 1 WHERE id = #{id} AND last_mission < #{mission}"
                    + " AND ended_at IS NULL")
    int step(long id, long mission);

    @Insert(
            "INSERT INTO recheck_trouble (recheck_id, mission_id, subject, trouble) VALUES (#{id}, #{t.mission}, #{t.subject},"
                    + " #{t.trouble})")
    void trouble(@Param("id") long id, @Param("t") Recheck.Trouble t);

    @Select(
            "SELECT mission_id AS mission, subject, trouble FROM recheck_trouble WHERE recheck_id = #{id} ORDER BY id LIMIT 1000")
    List<Recheck.Trouble> troubles(long id);

    @Update("UPDATE recheck SET audit = #{audit}, ended_at = #{at} WHERE id = #{id} AND ended_at IS NULL")
    int end(long id, String audit, Instant at);
}
