package org.pelerin.app.findings;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;

/** Findings by the many. */
@Mapper
interface FindingOverviewMapper {

    String WHERE = """
            <where>
            OWN_SITES_OR_NONE(f.site_id) AND
            <choose>
            <when test="w.which == 'WAITING'">f.state IN ('OPEN', 'ACKNOWLEDGED') AND (f.latched OR NOT f.gone)</when>
            <when test="w.which == 'GONE'">f.state IN ('OPEN', 'ACKNOWLEDGED') AND f.gone AND NOT f.latched</when>
            <when test="w.which == 'NEW'">f.state = 'OPEN'</when>
            <when test="w.which == 'ACKNOWLEDGED'">f.state = 'ACKNOWLEDGED'</when>
            <when test="w.which == 'CLOSED'">f.state IN ('CLOSED', 'WITHDRAWN')</when>
            <when test="w.which == 'CHANGED'">f.state = 'CLOSED' AND f.changed</when>
            <otherwise>f.state &lt;> 'MERGED'</otherwise>
            </choose>
            <if test="w.kind != null">AND f.kind = #{w.kind}</if>
            <if test="w.severity != null">AND f.severity >= #{w.severity}</if>
            <if test="w.site != null">AND f.site_id = #{w.site}</if>
            <if test="w.spot != null">AND f.spot_id = #{w.spot}</if>
            <if test="w.mission != null">AND (f.mission_id = #{w.mission} OR f.id IN
              (SELECT finding_id FROM finding_part WHERE mission_id = #{w.mission}))</if>
            <if test="w.logger != null">AND f.logger_id = (SELECT id FROM logger_face WHERE serial = #{w.logger})</if>
            <if test="w.cause != null">AND f.cause_id = #{w.cause}</if>
            <if test="w.owner != null">AND f.owner = #{w.owner}</if>
            <if test="w.today != null">AND f.due_on &lt; #{w.today}</if>
            </where>
            """;

    /** What waits longest and is gravest first; of what is closed, the newest. */
    String ORDER =
            " ORDER BY f.state IN ('CLOSED', 'WITHDRAWN'), IF(f.state IN ('CLOSED', 'WITHDRAWN'), -f.closed_at, 0),"
                    + " f.severity DESC, f.from_at, f.id ";

    @Select("<script>" + FindingMapper.FINDING + WHERE + ORDER + "LIMIT #{size} OFFSET #{offset}</script>")
    List<FindingRow> page(
            @Param("w") FindingFilter.Wanted wanted, @Param("size") int size, @Param("offset") long offset);

    @Select(
            "<script>" + FindingMapper.FINDING + "WHERE f.state NOT IN ('MERGED', 'WITHDRAWN') AND f.from_at &lt; #{to}"
                    + " AND f.to_at > #{from}<if test='site != null'> AND (f.site_id = #{site} OR EXISTS (SELECT 1 FROM finding_part p"
                    + " JOIN mission_face m ON m.id = p.mission_id JOIN spot_face s2 ON s2.id = m.spot_id WHERE p.finding_id = f.id AND s2.site_id ="
                    + " #{site}))</if><if test='spot != null'> AND (f.spot_id = #{spot} OR EXISTS (SELECT 1 FROM finding_part p JOIN mission_face m"
                    + " ON m.id = p.mission_id WHERE p.finding_id = f.id AND m.spot_id = #{spot}))</if> ORDER BY f.from_at, f.id</script>")
    List<FindingRow> during(
            @Param("site") Long site, @Param("spot") Long spot, @Param("from") Instant from, @Param("to") Instant to);

    /** The numbers of all of them, in the order of the list. */
    @Select("<script>SELECT f.id FROM finding f " + WHERE + ORDER + "LIMIT #{most}</script>")
    List<Long> ids(@Param("w") FindingFilter.Wanted wanted, @Param("most") int most);

    /** How many there are, and for how long they have waited. */
    record Tally(int all, int fresh, int week, int month, int older, int overdue) {}

    @Select("<script>SELECT COUNT(*) AS `all`, COALESCE(SUM(f.state = 'OPEN'), 0) AS fresh,"
            + " COALESCE(SUM(f.opened_at > #{week}), 0) AS week,"
            + " COALESCE(SUM(f.opened_at &lt;= #{week} AND f.opened_at > #{month}), 0) AS month,"
            + " COALESCE(SUM(f.opened_at &lt;= #{month}), 0) AS older,"
            + " COALESCE(SUM(f.due_on &lt; #{today}), 0) AS overdue FROM finding f " + WHERE + "</script>")
    Tally tally(
            @Param("w") FindingFilter.Wanted wanted,
            @Param("week") Instant week,
            @Param("month") Instant month,
            @Param("today") java.time.LocalDate today);

    /** How many of something. */
    record Count(Long id, String name, int n) {}

    @Select("<script>SELECT c.id, c.name, COUNT(*) AS n FROM finding f LEFT JOIN cause c ON c.id = f.cause_id " + WHERE
            + " GROUP BY c.id, c.name ORDER BY n DESC, c.name LIMIT 12</script>")
    List<Count> byCause(@Param("w") FindingFilter.Wanted wanted);

    @Select("<script>SELECT s.id, s.place AS name, COUNT(*) AS n FROM finding f LEFT JOIN spot_face s ON"
            + " s.id = f.spot_id " + WHERE
            + " GROUP BY s.id, s.place ORDER BY n DESC, name LIMIT 12</script>")
    List<Count> bySpot(@Param("w") FindingFilter.Wanted wanted);

    @Select("SELECT logger_id, COUNT(*) AS findings, MIN(opened_at) AS since, MIN(due_on) AS due FROM finding f"
            + " WHERE f.state IN ('OPEN', 'ACKNOWLEDGED') AND (f.latched OR NOT f.gone) GROUP BY logger_id")
    List<LoggerWaits> byLogger();

    /** A departure that waits. */
    record Waiting(
            long id, long siteId, String site, long missionId, String leadDirection, Instant fromAt, Instant toAt) {}

    @Select("SELECT f.id, f.site_id, t.name AS site, f.mission_id, f.lead_direction, f.from_at, f.to_at FROM finding f"
            + " JOIN site_face t ON t.id = f.site_id WHERE f.kind = 'DEPARTURE' AND f.state IN ('OPEN', 'ACKNOWLEDGED') AND NOT f.gone AND OWN_SITES(f.site_id)"
            + " ORDER BY f.site_id, f.from_at, f.id LIMIT #{most}")
    List<Waiting> waiting(int most);
}
