package org.pelerin.app.record;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface DerivedMapper {

    /** One that is in force, with what there is to say of it in the mission that was asked for. */
    record Row(
            long id,
            Long missionId,
            Long spotId,
            String name,
            String definition,
            Long otherMission,
            Instant madeAt,
            String madeBy,
            String words) {}

    @Select("SELECT d.id, d.mission_id, d.spot_id, d.name, d.definition, d.other_mission, d.made_at, d.made_by, n.words"
            + " FROM derived_series d JOIN mission_face m ON m.id = #{mission} AND (d.mission_id = m.id OR d.spot_id = m.spot_id)"
            + " LEFT JOIN derived_note n ON n.mission_id = m.id AND n.derived_id = d.id"
            + " WHERE d.removed_at IS NULL ORDER BY d.id")
    List<Row> of(long mission);

    @Insert(
            "INSERT INTO derived_series (mission_id, spot_id, name, definition, other_mission, made_at, made_by) VALUES (#{mission},"
                    + " #{spot}, #{name}, #{definition}, #{other}, #{at}, #{by})")
    void insert(
            @Param("mission") Long mission,
            @Param("spot") Long spot,
            @Param("name") String name,
            @Param("definition") String definition,
            @Param("other") Long other,
            @Param("at") Instant at,
            @Param("by") String by);

    @Update("UPDATE derived_series SET removed_at = #{at}, removed_by = #{by} WHERE id = #{id} AND removed_at IS NULL")
    int remove(long id, Instant at, String by);

    @Update(
            "UPDATE derived_series SET removed_at = NULL, removed_by = NULL WHERE id = #{id} AND removed_at IS NOT NULL")
    int restore(long id);

    @Select("SELECT id, mission_id, spot_id, name, definition, other_mission, made_at, made_by, NULL AS words"
            + " FROM derived_series WHERE id = #{id}")
    Row byId(long id);

    /** Missions whose derived series read a channel of this one. */
    @Select(
            "SELECT DISTINCT m.id FROM derived_series d JOIN mission_face m ON m.id = d.mission_id OR m.spot_id = d.spot_id"
                    + " WHERE d.other_mission = #{mission} AND d.removed_at IS NULL AND m.first_at IS NOT NULL AND m.state <> 'REMOVED'")
    List<Long> readers(long mission);

    @Select("SELECT id FROM mission_face WHERE spot_id = #{spot} AND first_at IS NOT NULL")
    List<Long> missionsAt(long spot);

    @Delete("DELETE FROM derived_note WHERE mission_id = #{mission}")
    void forgetNotes(long mission);

    @Select("SELECT COUNT(*) FROM derived_note WHERE mission_id = #{mission}")
    int notes(long mission);

    @Insert("INSERT INTO derived_note (mission_id, derived_id, words) VALUES (#{mission}, #{derived}, #{words})")
    void note(long mission, long derived, String words);

    /** A channel of another mission. */
    record OtherRow(
            long missionId, String serial, String place, String label, String unit, Instant firstAt, Instant lastAt) {}

    @Select(
            "SELECT s.mission_id, l.serial, COALESCE(p.name, '') AS place, s.label, s.unit, m.first_at, m.last_at FROM series s"
                    + " JOIN mission_face m ON m.id = s.mission_id JOIN logger_face l ON l.id = m.logger_id LEFT JOIN spot_face p ON p.id = m.spot_id"
                    + " WHERE NOT s.derived AND m.id <> #{mission} AND m.first_at < #{last} AND m.last_at > #{first}"
                    + " AND OWN_SITES_OR_NONE(p.site_id)"
                    + " ORDER BY LEAST(m.last_at, #{last}) - GREATEST(m.first_at, #{first}) DESC, m.id DESC, s.channel LIMIT #{limit}")
    List<OtherRow> others(long mission, Instant first, Instant last, int limit);
}
