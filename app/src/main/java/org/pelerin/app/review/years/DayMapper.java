package org.pelerin.app.review.years;

import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;

@Mapper
interface DayMapper {

    /** The days of a mission are those of this version of what is assessed, in this zone. */
    record SetRow(long missionId, long judgedOn, String zone) {}

    /** @param days see {@link PackedDays} */
    record LineRow(
            long missionId, int channel, String label, String unit, Double lowLimit, Double highLimit, byte[] days) {}

    String OF_MISSIONS =
            "WHERE mission_id IN <foreach item='m' collection='missions' open='(' separator=',' close=')'>#{m}"
                    + "</foreach>";

    @Select("<script>SELECT mission_id, judged_on, zone FROM day_set " + OF_MISSIONS + "</script>")
    List<SetRow> sets(@Param("missions") List<Long> missions);

    @Select("<script>SELECT mission_id, channel, label, unit, low_limit, high_limit, days FROM day_line " + OF_MISSIONS
            + " ORDER BY mission_id, channel</script>")
    List<LineRow> lines(@Param("missions") List<Long> missions);

    @Insert("INSERT INTO day_set VALUES (#{missionId}, #{judgedOn}, #{zone})"
            + " ON DUPLICATE KEY UPDATE judged_on = #{judgedOn}, zone = #{zone}")
    void set(SetRow row);

    @Delete("DELETE FROM day_line WHERE mission_id = #{mission}")
    void clearLines(long mission);

    @Insert(
            "<script>INSERT INTO day_line VALUES <foreach collection='rows' item='r' separator=','>(#{r.missionId}, #{r.channel},"
                    + " #{r.label}, #{r.unit}, #{r.lowLimit}, #{r.highLimit}, #{r.days})</foreach></script>")
    void insertLines(@Param("rows") List<LineRow> rows);

    @Delete("DELETE FROM day_set WHERE mission_id = #{mission}")
    void clearSet(long mission);
}
