package org.pelerin.app.judge.shift;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

@Mapper
interface ShiftMapper {

    /** @param days names, by blanks */
    record Row(
            Long missionId,
            Long spotId,
            String begins,
            String ends,
            String days,
            String scheme,
            Instant setAt,
            String setBy) {}

    /** The mission's own first. */
    @Select(
            "SELECT w.mission_id, w.spot_id, w.begins, w.ends, w.days, w.scheme, w.set_at, w.set_by FROM working_shift w"
                    + " JOIN mission_face m ON m.id = #{mission} AND (w.mission_id = m.id OR w.spot_id = m.spot_id)"
                    + " ORDER BY w.mission_id IS NULL")
    List<Row> of(long mission);

    @Insert("REPLACE INTO working_shift (mission_id, spot_id, begins, ends, days, scheme, set_at, set_by) VALUES"
            + " (#{missionId}, #{spotId}, #{begins}, #{ends}, #{days}, #{scheme}, #{setAt}, #{setBy})")
    void set(Row row);

    @Delete("DELETE FROM working_shift WHERE mission_id = #{mission}")
    int removeOfMission(long mission);

    @Delete("DELETE FROM working_shift WHERE spot_id = #{spot}")
    int removeOfSpot(long spot);

    @Select("SELECT id FROM mission_face WHERE spot_id = #{spot}")
    List<Long> missionsAt(long spot);
}
