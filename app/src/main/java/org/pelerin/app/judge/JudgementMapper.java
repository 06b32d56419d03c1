package org.pelerin.app.judge;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.pelerin.core.judge.Side;

/** The excursions of a mission's judgement; the judgement itself stands in the mission's row. */
@Mapper
interface JudgementMapper {

    @Select("SELECT COUNT(*) FROM excursion WHERE mission_id = #{missionId}")
    int countOf(long missionId);

    @Delete("DELETE FROM excursion WHERE mission_id = #{missionId}")
    void deleteExcursions(long missionId);

    @Insert("INSERT INTO excursion VALUES (#{missionId}, #{seq}, #{side}, #{startAt}, #{endAt})")
    void insertExcursion(long missionId, int seq, Side side, Instant startAt, Instant endAt);

    /** Start and end of an excursion. */
    record Mark(long missionId, String direction, Instant startAt, Instant endAt) {}

    @Select(
            "<script>SELECT e.mission_id, e.direction, e.start_at, e.end_at FROM excursion e WHERE e.end_at &gt;= #{from}"
                    + " AND e.mission_id IN <foreach item='m' collection='missions' open='(' separator=',' close=')'>#{m}</foreach>"
                    + " ORDER BY e.start_at</script>")
    List<Mark> marks(List<Long> missions, Instant from);

    @Select("SELECT COUNT(*) FROM excursion WHERE end_at >= #{from} AND direction <> 'MISSING'")
    long countSince(Instant from);
}
