package org.pelerin.app.report.retention;

import java.time.Instant;
import java.time.LocalDateTime;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface RetentionMapper {

    @Select("SELECT t.via, t.target, COALESCE(s.name, p.name) AS name, t.months FROM retention_term t"
            + " LEFT JOIN site_face s ON t.via = 'SITE' AND s.id = t.target"
            + " LEFT JOIN plan_face p ON t.via = 'PLAN' AND p.id = t.target"
            + " ORDER BY FIELD(t.via, 'ALL', 'SITE', 'PLAN'), name")
    List<RetentionTerm> terms();

    /** Null for none. */
    @Select("SELECT months FROM retention_term WHERE via = #{via} AND target = #{target} FOR UPDATE")
    Integer months(RetentionTerm.Via via, long target);

    @Insert("REPLACE INTO retention_term VALUES (#{via}, #{target}, #{months}, #{at}, #{by})")
    void set(RetentionTerm.Via via, long target, int months, Instant at, String by);

    @Delete("DELETE FROM retention_term WHERE via = #{via} AND target = #{target}")
    int clear(RetentionTerm.Via via, long target);

    @Select("SELECT CASE #{via} WHEN 'SITE' THEN (SELECT name FROM site_face WHERE id = #{target})"
            + " WHEN 'PLAN' THEN (SELECT name FROM plan_face WHERE id = #{target}) ELSE '' END")
    String nameOf(RetentionTerm.Via via, long target);

    /** A mission whose record is past its term. */
    record Past(long id, String serial, String place, Instant firstAt, Instant lastAt, int months) {}

    /** Of a site and a plan the longer term; what neither has a term for, that of all. Instants and now are both without a zone. */
    String PAST =
            " FROM mission_face m JOIN logger_face l ON l.id = m.logger_id LEFT JOIN spot_face s ON s.id = m.spot_id"
                    + " LEFT JOIN retention_term ts ON ts.via = 'SITE' AND ts.target = s.site_id"
                    + " LEFT JOIN retention_term tp ON tp.via = 'PLAN' AND tp.target = m.plan_id"
                    + " LEFT JOIN retention_term ta ON ta.via = 'ALL' AND ta.target = 0"
                    + " LEFT JOIN record_removal r ON r.mission_id = m.id"
                    + " WHERE m.state = 'COLLECTED' AND r.id IS NULL"
                    + " AND TIMESTAMPADD(SECOND, COALESCE(m.last_at, m.collected_at) DIV 1000, '1970-01-01')"
                    + " < DATE_SUB(#{now}, INTERVAL " + RetentionMapper.MONTHS
                    + " MONTH) AND OWN_SITES_OR_NONE(s.site_id)";

    String MONTHS = "COALESCE(NULLIF(GREATEST(COALESCE(ts.months, 0), COALESCE(tp.months, 0)), 0), ta.months)";

    @Select("SELECT m.id, l.serial, COALESCE(s.place, '') AS place, m.first_at, m.last_at, " + MONTHS + " AS months"
            + PAST + " ORDER BY COALESCE(m.last_at, m.collected_at), m.id LIMIT #{limit} OFFSET #{offset}")
    List<Past> past(LocalDateTime now, int limit, long offset);

    @Select("SELECT COUNT(*)" + PAST)
    int countPast(LocalDateTime now);

    @Select("SELECT COUNT(*)" + PAST + " AND m.id = #{mission}")
    boolean isPast(LocalDateTime now, long mission);

    String REMOVAL =
            "SELECT r.id, r.mission_id, l.serial, COALESCE(s.place, '') AS place, m.first_at, m.last_at, r.state, r.reason,"
                    + " r.asked_at, r.asked_by, r.approved_at, r.approved_by, r.message, r.archive, r.sha256, r.removed_at"
                    + " FROM record_removal r JOIN mission_face m ON m.id = r.mission_id JOIN logger_face l ON l.id = m.logger_id"
                    + " LEFT JOIN spot_face s ON s.id = m.spot_id ";

    @Select(REMOVAL + "WHERE r.state <> 'REMOVED' AND OWN_SITES_OR_NONE(s.site_id) ORDER BY r.id LIMIT #{limit}")
    List<Removal> open(int limit);

    @Select(
            "SELECT COUNT(*) FROM record_removal r JOIN mission_face m ON m.id = r.mission_id LEFT JOIN spot_face s ON s.id = m.spot_id"
                    + " WHERE r.state <> 'REMOVED' AND OWN_SITES_OR_NONE(s.site_id)")
    int countOpen();

    @Select(
            REMOVAL
                    + "WHERE r.state = 'REMOVED' AND OWN_SITES_OR_NONE(s.site_id) ORDER BY r.removed_at DESC, r.id DESC LIMIT #{limit}")
    List<Removal> removed(int limit);

    @Select(REMOVAL + "WHERE r.id = #{id}")
    Removal byId(long id);

    @Select(REMOVAL + "WHERE r.mission_id = #{mission}")
    Removal ofMission(long mission);

    @Insert(
            "INSERT IGNORE INTO record_removal (mission_id, state, reason, asked_at, asked_by) VALUES (#{mission}, 'ASKED',"
                    + " #{reason}, #{at}, #{by})")
    int ask(long mission, String reason, Instant at, String by);

    /** @return 0 for whoever asked, or where it does not wait any more */
    @Update("UPDATE record_removal SET state = 'APPROVED', approved_at = #{at}, approved_by = #{by}, message = ''"
            + " WHERE id = #{id} AND state IN ('ASKED', 'FAILED') AND asked_by <> #{by}")
    int approve(long id, Instant at, String by);

    @Delete("DELETE FROM record_removal WHERE id = #{id} AND state IN ('ASKED', 'FAILED')")
    int decline(long id);

    @Update(
            "UPDATE record_removal SET archive = #{archive}, sha256 = #{sha256} WHERE id = #{id} AND state = 'APPROVED'")
    int archived(long id, String archive, String sha256);

    @Update("UPDATE record_removal SET state = 'REMOVED', removed_at = #{at} WHERE id = #{id} AND state = 'APPROVED'")
    int done(long id, Instant at);

    @Update("UPDATE record_removal SET state = 'FAILED', message = #{message} WHERE id = #{id} AND state = 'APPROVED'")
    int fail(long id, String message);

    /** How many requests wait for a second person, and how many could not be carried out; of all sites. */
    record Waiting(long asked, long failed) {}

    @Select(
            "SELECT COALESCE(SUM(state = 'ASKED'), 0) AS asked, COALESCE(SUM(state = 'FAILED'), 0) AS failed FROM record_removal")
    Waiting waiting();
}
