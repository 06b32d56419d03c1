package org.pelerin.app.judge;

import java.time.Instant;
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
}
