package org.pelerin.app.judge;

import java.time.Instant;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.pelerin.core.judge.Side;

/** The judgement of a mission, which stands in its row, and its excursions. */
@Mapper
interface JudgementMapper {

    @Update(
            "UPDATE mission SET verdict = #{verdict}, judgement = #{judgement}, first_at = #{firstAt}, last_at = #{lastAt},"
                    + " judgement_on = #{on} WHERE id = #{id} AND judged_on = #{on} AND signed_as IS NULL")
    int judged(long id, long on, String verdict, String judgement, Instant firstAt, Instant lastAt);

    @Select("SELECT COUNT(*) FROM excursion WHERE mission_id = #{missionId}")
    int countOf(long missionId);

    @Delete("DELETE FROM excursion WHERE mission_id = #{missionId}")
    void deleteExcursions(long missionId);

    @Insert("INSERT INTO excursion VALUES (#{missionId}, #{seq}, #{side}, #{startAt}, #{endAt})")
    void insertExcursion(long missionId, int seq, Side side, Instant startAt, Instant endAt);

    /** Whether nothing has changed since of that it was made on. */
    @Select("SELECT judgement IS NULL OR judgement_on = judged_on FROM mission WHERE id = #{id}")
    Boolean upToDate(long id);

    /** Whether it is to be judged anew: it was judged, is not signed, and what it was judged on has changed since. */
    @Select("SELECT COUNT(*) FROM mission WHERE id = #{id} AND signed_as IS NULL AND judgement_on <> judged_on"
            + " AND judgement IS NOT NULL")
    boolean outdated(long id);

    @Select("SELECT judgement FROM mission WHERE id = #{id}")
    String judgement(long id);
}
