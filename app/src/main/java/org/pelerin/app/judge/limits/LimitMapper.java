package org.pelerin.app.judge.limits;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface LimitMapper {

    String VERSION = "SELECT s.id, s.name, v.version, s.archived, v.document, v.saved_at, v.saved_by FROM limit_set s"
            + " JOIN limit_set_version v ON v.set_id = s.id ";
    String NEWEST = VERSION + "AND v.version = s.version ";

    @Select(NEWEST + "ORDER BY s.name")
    List<LimitSet> all();

    @Select(NEWEST + "WHERE s.id = #{id}")
    LimitSet byId(long id);

    @Select(NEWEST + "WHERE s.name = #{name}")
    LimitSet byName(String name);

    @Select(VERSION + "WHERE s.id = #{id} ORDER BY v.version DESC")
    List<LimitSet> versions(long id);

    @Select(VERSION + "WHERE s.id = #{id} AND v.version = #{version}")
    LimitSet version(long id, int version);

    @Insert("INSERT INTO limit_set (name, version) VALUES (#{name}, 0)")
    void insert(String name);

    /** Of one that has no version yet, too. */
    @Select("SELECT id FROM limit_set WHERE name = #{name}")
    long idOf(String name);

    @Update("UPDATE limit_set SET name = #{name}, version = version + 1 WHERE id = #{id} AND version = #{expected}")
    int advance(long id, String name, int expected);

    @Insert("INSERT INTO limit_set_version VALUES (#{id}, #{version}, #{document}, #{at}, #{by})")
    void insertVersion(long id, int version, String document, Instant at, String by);

    @Update("UPDATE limit_set SET archived = #{archived} WHERE id = #{id} AND archived <> #{archived}")
    int archive(long id, boolean archived);

    String PLACES = "SELECT p.via, p.target, p.set_id, COALESCE(s.place, t.name, l.name, '')"
            + " AS name, p.attached_at, p.attached_by FROM limit_place p"
            + " LEFT JOIN spot_face s ON p.via = 'SPOT' AND s.id = p.target"
            + " LEFT JOIN site_face t ON p.via = 'SITE' AND t.id = p.target"
            + " LEFT JOIN plan_face l ON p.via = 'PLAN' AND l.id = p.target ";

    @Select(PLACES
            + "WHERE OWN_SITES_OR_NONE(COALESCE(s.site_id, t.id)) ORDER BY FIELD(p.via, 'SPOT', 'SITE', 'PLAN'), name")
    List<LimitPlace> places();

    @Select(
            PLACES
                    + "WHERE p.set_id = #{set} AND OWN_SITES_OR_NONE(COALESCE(s.site_id, t.id)) ORDER BY FIELD(p.via, 'SPOT', 'SITE', 'PLAN'), name")
    List<LimitPlace> placesOf(long set);

    @Select(PLACES + "WHERE p.via = #{via} AND p.target = #{target}")
    LimitPlace place(LimitsSource via, long target);

    @Insert("REPLACE INTO limit_place VALUES (#{via}, #{target}, #{set}, #{at}, #{by})")
    void attach(LimitsSource via, long target, long set, Instant at, String by);

    @Delete("DELETE FROM limit_place WHERE via = #{via} AND target = #{target} AND set_id = #{set}")
    int detach(LimitsSource via, long target, long set);

    @Select(
            "SELECT CASE #{via} WHEN 'SPOT' THEN (SELECT place FROM spot_face WHERE id = #{target})"
                    + " WHEN 'SITE' THEN (SELECT name FROM site_face WHERE id = #{target}) ELSE (SELECT name FROM plan_face WHERE id = #{target}) END")
    String nameOf(LimitsSource via, long target);

    /** What was kept of a mission. */
    record Kept(LimitsSource via, Long setId, Integer version, Instant since, String saidBy, String reason) {}

    @Select("SELECT via, set_id, version, since, said_by, reason FROM mission_limits WHERE mission_id = #{mission}")
    Kept kept(long mission);

    @Insert("REPLACE INTO mission_limits VALUES (#{mission}, #{via}, #{set}, #{version}, #{at}, #{by}, #{reason})")
    void keep(long mission, LimitsSource via, Long set, Integer version, Instant at, String by, String reason);

    @Delete("DELETE FROM mission_limits WHERE mission_id = #{mission}")
    int forget(long mission);

    /** The one that wins of those that hold where a mission belongs. */
    record Held(LimitsSource via, long setId) {}

    String BELONGS = "(p.via = 'SPOT' AND p.target = m.spot_id OR p.via = 'SITE' AND p.target = sp.site_id"
            + " OR p.via = 'PLAN' AND p.target = m.plan_id)";

    @Select("SELECT p.via, p.set_id FROM mission_face m LEFT JOIN spot_face sp ON sp.id = m.spot_id"
            + " JOIN limit_place p ON " + BELONGS
            + " WHERE m.id = #{mission} ORDER BY FIELD(p.via, 'SPOT', 'SITE', 'PLAN') LIMIT 1")
    Held held(long mission);

    /** Missions that belong to a place, of which nothing else was said, and which nobody signed, collected ones or those that are not. */
    @Select("SELECT m.id FROM mission_face m LEFT JOIN spot_face sp ON sp.id = m.spot_id"
            + " JOIN (SELECT #{via} AS via, #{target} AS target) p ON " + BELONGS
            + " LEFT JOIN mission_limits k ON k.mission_id = m.id"
            + " WHERE m.judged AND NOT m.signed AND (m.collected_at IS NOT NULL) = #{collected}"
            + " AND (k.via IS NULL OR k.via NOT IN ('MISSION', 'ALARMS'))")
    List<Long> at(LimitsSource via, long target, boolean collected);

    /** Missions with records that would follow a set of this place: nothing else was said of them, nobody signed them, no nearer place has a set. */
    @Select("SELECT m.id, COALESCE(sp.place, '') AS place, m.collected_at IS NOT NULL AS home"
            + " FROM mission_face m LEFT JOIN spot_face sp ON sp.id = m.spot_id"
            + " JOIN (SELECT #{via} AS via, #{target} AS target) p ON " + BELONGS
            + " LEFT JOIN mission_limits k ON k.mission_id = m.id"
            + " WHERE m.judged AND m.first_at IS NOT NULL AND NOT m.signed"
            + " AND (k.via IS NULL OR k.via NOT IN ('MISSION', 'ALARMS'))"
            + " AND NOT EXISTS (SELECT 1 FROM limit_place n WHERE FIELD(n.via, 'SPOT', 'SITE', 'PLAN') < FIELD(#{via}, 'SPOT', 'SITE', 'PLAN')"
            + " AND (n.via = 'SPOT' AND n.target = m.spot_id OR n.via = 'SITE' AND n.target = sp.site_id))"
            + " ORDER BY m.id DESC")
    List<Concerned> concerned(LimitsSource via, long target);

    /** Missions, as far as whoever asks may change them, that are judged by an earlier version of a set than its newest, and that nobody signed. */
    @Select("SELECT k.mission_id FROM mission_limits k JOIN limit_set s ON s.id = k.set_id"
            + " JOIN mission_face m ON m.id = k.mission_id AND NOT m.signed AND m.state <> 'REMOVED'"
            + " LEFT JOIN spot_face p ON p.id = m.spot_id"
            + " WHERE k.set_id = #{set} AND k.version < s.version AND OWN_SITES_OR_NONE(p.site_id)")
    List<Long> behind(long set);

    @Select("SELECT COUNT(*) FROM mission_limits WHERE set_id = #{set} AND version = #{version}")
    int judgedBy(long set, int version);

    /** Of all sets, how many missions are judged by each. */
    record Count(long setId, int missions) {}

    @Select("SELECT set_id, COUNT(*) AS missions FROM mission_limits WHERE set_id IS NOT NULL GROUP BY set_id")
    List<Count> counts();
}
