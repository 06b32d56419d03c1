package org.pelerin.app.missions;

import java.time.Instant;
import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Options;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.pelerin.app.loggers.registry.Checked;

@Mapper
interface MissionMapper {

    String BEFORE_SETTINGS =
            "SELECT m.id, m.logger_id, l.serial, l.model, m.device_number, m.state, m.plan_name, m.plan_version, ";

    String AFTER_SETTINGS =
            ", m.spot_id, s.name AS spot, s.site, COALESCE(m.signed_zone, s.zone) AS zone, m.written_at, m.written_by, m.starts_at,"
                    + " m.ends_at, m.battery_ends_at, m.collected_at, m.collected_by, m.erased_at, m.first_at, m.last_at,"
                    + " m.expected, m.received, m.clock_corrected, m.verdict, m.without_limits, m.remark, m.signed_as FROM mission m"
                    + " JOIN logger_face l ON l.id = m.logger_id LEFT JOIN spot_face s ON s.id = m.spot_id ";

    String SELECT = BEFORE_SETTINGS + "m.settings" + AFTER_SETTINGS;

    /** The same without settings, which are long: for where many are listed. */
    String LISTED = BEFORE_SETTINGS + "'' AS settings" + AFTER_SETTINGS;

    String DEPARTED =
            "WHERE m.state = 'COLLECTED' AND m.verdict IN ('excursions', 'inconclusive') AND m.without_limits = 0"
                    + " AND m.collected_at >= #{since} AND OWN_SITES_OR_NONE(s.site_id)";

    @Select(LISTED + DEPARTED + " ORDER BY m.collected_at DESC, m.id DESC LIMIT #{limit}")
    List<MissionRow> departed(Instant since, int limit);

    @Select("SELECT COUNT(*) FROM mission m LEFT JOIN spot_face s ON s.id = m.spot_id " + DEPARTED)
    int countDeparted(Instant since);

    /** What a new mission needs; {@code id} is filled in. */
    final class Draft {
        Long id;
        final long loggerId;
        final String planName;
        final int planVersion;
        final String settings;
        final Long spotId;
        final String writtenBy;
        final Instant draftedAt;
        final String notWired;
        final String loggerName;
        final String act;

        Draft(
                long loggerId,
                String planName,
                int planVersion,
                String settings,
                Long spotId,
                String writtenBy,
                Instant draftedAt,
                String notWired,
                String loggerName,
                String act) {
            this.act = act;
            this.loggerId = loggerId;
            this.planName = planName;
            this.planVersion = planVersion;
            this.settings = settings;
            this.spotId = spotId;
            this.writtenBy = writtenBy;
            this.draftedAt = draftedAt;
            this.notWired = notWired;
            this.loggerName = loggerName;
        }
    }

    @Insert("INSERT INTO mission (logger_id, state, plan_name, plan_version, plan_id, settings, spot_id, written_by,"
            + " drafted_at, not_wired, logger_name, act) VALUES (#{loggerId}, 'DRAFT', #{planName}, #{planVersion},"
            + " IF(#{planVersion} > 0, (SELECT id FROM plan_face WHERE name = #{planName}), NULL), #{settings}, #{spotId},"
            + " #{writtenBy}, #{draftedAt}, #{notWired}, #{loggerName}, NULLIF(#{act}, ''))")
    @Options(useGeneratedKeys = true, keyProperty = "id")
    void insert(Draft draft);

    @Select("SELECT id FROM mission WHERE act = #{act}")
    Long ofAct(String act);

    @Update("UPDATE mission SET written_at = #{at}, starts_at = #{at} WHERE id = #{id}")
    void begunAt(long id, Instant at);

    String NOT_WIRED = "SELECT l.serial, m.id AS mission_id, m.not_wired AS reason FROM mission m"
            + " JOIN logger_face l ON l.id = m.logger_id LEFT JOIN spot_face s ON s.id = m.spot_id WHERE m.not_wired <> '' AND ";

    @Select(NOT_WIRED + "m.id = #{id}")
    List<NotWired> notWired(long id);

    /** Of all missions in the field. */
    @Select(NOT_WIRED
            + "m.state IN ('WRITTEN', 'WAITING', 'LOGGING', 'ENDED') AND OWN_SITES_OR_NONE(s.site_id) ORDER BY m.id")
    List<NotWired> allNotWired();

    /** Other loggers in the field under a name. */
    @Select("SELECT l.serial FROM mission m JOIN logger_face l ON l.id = m.logger_id WHERE m.logger_name = #{name}"
            + " AND m.state IN ('WRITTEN', 'WAITING', 'LOGGING') AND l.serial <> #{serial} ORDER BY l.serial LIMIT 20")
    List<String> namesakes(String serial, String name);

    /** Loggers that have been written for a spot and are in the field. */
    @Select(
            "SELECT DISTINCT l.serial FROM mission m JOIN logger_face l ON l.id = m.logger_id WHERE m.spot_id = #{spotId}"
                    + " AND m.state IN ('WRITTEN', 'WAITING', 'LOGGING') ORDER BY l.serial LIMIT 20")
    List<String> writtenFor(long spotId);

    @Select("SELECT id FROM mission WHERE logger_id = #{loggerId} AND state = 'DRAFT'")
    List<Long> drafts(long loggerId);

    @Update(
            "UPDATE mission SET state = #{state}, device_number = #{number}, written_at = #{at}, starts_at = #{startsAt},"
                    + " ends_at = #{endsAt}, battery_ends_at = #{batteryEndsAt}, planned_end = #{plannedEnd}"
                    + " WHERE id = #{id} AND state = 'DRAFT'")
    int written(
            long id,
            MissionState state,
            int number,
            Instant at,
            Instant startsAt,
            Instant endsAt,
            boolean plannedEnd,
            Instant batteryEndsAt);

    @Update(
            "UPDATE mission SET state = #{state}, changed_at = #{now} WHERE id = #{id} AND state IN ('WRITTEN', 'WAITING', 'LOGGING',"
                    + " 'ENDED')")
    void observe(long id, MissionState state, Instant now);

    @Update("UPDATE mission SET confirmed_at = #{at}, confirmed_by = #{by}, denied_at = NULL WHERE id = #{id}")
    void confirmed(long id, Instant at, String by);

    /** @return 0 where nobody had confirmed anything */
    @Update(
            "UPDATE mission SET denied_at = #{at}, starts_at = #{startsAt}, ends_at = NULL, planned_end = FALSE,"
                    + " state = 'WAITING', changed_at = #{now} WHERE id = #{id} AND state = 'LOGGING' AND confirmed_at IS NOT NULL")
    int denied(long id, Instant at, Instant startsAt, Instant now);

    @Select("SELECT confirmed_by AS `by`, confirmed_at AS at, denied_at FROM mission WHERE id = #{id}"
            + " AND confirmed_at IS NOT NULL")
    Confirmation confirmation(long id);

    @Update("UPDATE mission SET starts_at = #{startsAt}, ends_at = #{endsAt}, planned_end = #{plannedEnd},"
            + " changed_at = #{now} WHERE id = #{id}")
    void started(long id, Instant startsAt, Instant endsAt, boolean plannedEnd, Instant now);

    @Update(
            "UPDATE mission SET state = 'COLLECTED', collected_at = #{at}, collected_by = #{by}, starts_at = #{startsAt},"
                    + " ends_at = #{endsAt}, expected = #{expected}, received = #{received}"
                    + " WHERE id = #{id} AND state NOT IN ('COLLECTED', 'REMOVED')")
    int collected(long id, Instant at, String by, Instant startsAt, Instant endsAt, long expected, long received);

    @Update(
            "UPDATE mission SET checked_at = #{at}, checked_by = #{by}, checked_readings = #{readings} WHERE id = #{id}")
    void checked(long id, Instant at, String by, String readings);

    @Select("SELECT checked_at AS at, checked_by AS who, checked_readings AS readings FROM mission WHERE id = #{id}"
            + " AND checked_at IS NOT NULL")
    Checked check(long id);

    @Update("UPDATE mission SET alarms_compared = #{text} WHERE id = #{id}")
    void alarmsCompared(long id, String text);

    @Select("SELECT alarms_compared FROM mission WHERE id = #{id}")
    String comparedAlarms(long id);

    @Update("UPDATE mission SET erased_at = #{at} WHERE id = #{id} AND erased_at IS NULL")
    int erased(long id, Instant at);

    @Update(
            "UPDATE mission SET clock_corrected = #{corrected}, clock_decided_at = #{at}, clock_decided_by = #{by},"
                    + " clock_reason = #{reason}, judged_on = judged_on + 1 WHERE id = #{id} AND signed_as IS NULL AND clock_corrected <> #{corrected} AND collected_at IS NOT NULL")
    int correctClock(long id, boolean corrected, Instant at, String by, String reason);

    @Select("SELECT clock_decided_at AS at, clock_decided_by AS `by`, clock_reason AS reason FROM mission"
            + " WHERE id = #{id} AND clock_decided_at IS NOT NULL")
    ClockDecision clockDecision(long id);

    @Update("UPDATE mission SET intake = #{how} WHERE id = #{id}")
    void takenIn(long id, String how);

    @Select("SELECT intake FROM mission WHERE id = #{id}")
    String intake(long id);

    @Select(SELECT + "WHERE m.id = #{id}")
    MissionRow byId(long id);

    @Select(SELECT
            + "WHERE m.spot_id = #{spotId} AND m.state = 'COLLECTED' AND m.received > 0 ORDER BY m.collected_at DESC"
            + " LIMIT #{limit}")
    List<MissionRow> collectedAt(long spotId, int limit);

    @Select(SELECT + "WHERE l.serial = #{serial} AND m.device_number = #{number}")
    MissionRow byDeviceNumber(String serial, int number);

    @Select(SELECT + "WHERE l.serial = #{serial} AND m.state <> 'DRAFT' ORDER BY m.id DESC LIMIT #{limit}")
    List<MissionRow> ofLogger(String serial, int limit);

    /** The same as far as whoever asks may see them. */
    @Select(SELECT + "WHERE l.serial = #{serial} AND m.state <> 'DRAFT' AND OWN_SITES_OR_NONE(s.site_id)"
            + " ORDER BY m.id DESC LIMIT #{limit}")
    List<MissionRow> listedOfLogger(String serial, int limit);

    /** @return 0 where it is not collected, or removed already */
    @Update("UPDATE mission SET state = 'REMOVED', changed_at = #{now} WHERE id = #{id} AND state = 'COLLECTED'")
    int remove(long id, Instant now);

    @Select("SELECT COUNT(*) FROM mission WHERE id = #{id} AND state = 'REMOVED'")
    boolean removed(long id);

    /** Null for none. */
    @Select("SELECT s.site_id FROM mission m JOIN spot_face s ON s.id = m.spot_id WHERE m.id = #{id}")
    Long siteOf(long id);

    @Select(
            SELECT
                    + "WHERE l.serial = #{serial} AND m.state = 'DRAFT' AND m.drafted_at < #{before} ORDER BY m.id DESC LIMIT 1")
    MissionRow draftOf(String serial, Instant before);

    /** @return 0 if it is home, or was given up already */
    @Update("UPDATE mission SET state = 'ABANDONED', remark = #{remark} WHERE id = #{id}"
            + " AND state NOT IN ('COLLECTED', 'ABANDONED', 'REMOVED')")
    int abandon(long id, String remark);

    @Update("UPDATE mission SET ran_out = #{ranOut}, clock_compared = #{clockCompared} WHERE id = #{id}")
    void recordRead(long id, boolean ranOut, boolean clockCompared);

    @Select("SELECT clock_compared FROM mission WHERE id = #{id}")
    boolean clockCompared(long id);

    @Select("SELECT ran_out FROM mission WHERE id = #{id}")
    boolean hasRunOut(long id);

    @Select("SELECT plan_id FROM mission WHERE id = #{id}")
    Long planId(long id);

    /** Which plan of the library a mission was written with; null for none. */
    record PlanOf(long id, Long planId) {}

    @Select("<script>SELECT id, plan_id FROM mission WHERE id IN"
            + " <foreach item='i' collection='ids' open='(' separator=',' close=')'>#{i}</foreach></script>")
    List<PlanOf> planIds(List<Long> ids);

    @Select("<script>" + SELECT + "WHERE m.id IN"
            + " <foreach item='i' collection='ids' open='(' separator=',' close=')'>#{i}</foreach></script>")
    List<MissionRow> byIds(List<Long> ids);

    /** A version of what a mission is judged on. */
    record JudgedOn(long id, long judgedOn) {}

    @Select("<script>SELECT id, judged_on FROM mission WHERE id IN"
            + " <foreach item='i' collection='ids' open='(' separator=',' close=')'>#{i}</foreach></script>")
    List<JudgedOn> allJudgedOn(List<Long> ids);

    @Select("SELECT judged_on FROM mission WHERE id = #{id}")
    long judgedOn(long id);

    /** @return 0 where what it was made on has changed since, or it is signed */
    @Update(
            "UPDATE mission SET verdict = #{verdict}, without_limits = #{withoutLimits}, judgement = #{judgement}, first_at = #{firstAt}, last_at = #{lastAt},"
                    + " judgement_on = #{on} WHERE id = #{id} AND judged_on = #{on} AND signed_as IS NULL AND state <> 'REMOVED'")
    int judged(
            long id, long on, String verdict, boolean withoutLimits, String judgement, Instant firstAt, Instant lastAt);

    @Select("SELECT judgement FROM mission WHERE id = #{id}")
    String judgement(long id);

    /** Whether nothing has changed since of that its judgement was made on; none is as good. */
    @Select("SELECT judgement IS NULL OR judgement_on = judged_on FROM mission WHERE id = #{id}")
    Boolean judgedUpToDate(long id);

    /** Whether it is to be judged anew: it was judged, is not signed, and what it was judged on has changed since. */
    @Select(
            "SELECT COUNT(*) FROM mission WHERE id = #{id} AND signed_as IS NULL AND state <> 'REMOVED' AND judgement_on <> judged_on"
                    + " AND judgement IS NOT NULL")
    boolean judgementOutdated(long id);

    /** Missions of a logger at a spot that were judged, and were not over before an instant. */
    @Select(
            "SELECT id FROM mission WHERE logger_id = (SELECT id FROM logger_face WHERE serial = #{serial}) AND spot_id = #{spot}"
                    + " AND judgement IS NOT NULL AND signed_as IS NULL AND state <> 'REMOVED' AND (collected_at IS NULL OR collected_at > #{at})")
    List<Long> judgedAt(String serial, long spot, Instant at);

    /** Missions at the spots of a site that were judged and are not signed. */
    @Select("SELECT m.id FROM mission m JOIN spot_face s ON s.id = m.spot_id WHERE s.site_id = #{site}"
            + " AND m.judgement IS NOT NULL AND m.signed_as IS NULL AND m.state <> 'REMOVED'")
    List<Long> judgedAtSite(long site);

    /** Those of them that are signed. */
    @Select(
            "SELECT id FROM mission WHERE logger_id = (SELECT id FROM logger_face WHERE serial = #{serial}) AND spot_id = #{spot}"
                    + " AND signed_as IS NOT NULL AND (collected_at IS NULL OR collected_at > #{at}) ORDER BY id")
    List<Long> signedAt(String serial, long spot, Instant at);

    /** @return 0 where it is signed */
    @Update(
            "UPDATE mission SET judged_on = judged_on + 1 WHERE id = #{id} AND signed_as IS NULL AND state <> 'REMOVED'")
    int raiseJudgedOn(long id);

    /** The limits that a signed mission was signed with, as JSON; null where it is not signed. */
    @Select("SELECT signed_limits FROM mission WHERE id = #{id}")
    String signedLimits(long id);

    @Select("SELECT revision FROM mission WHERE id = #{id}")
    int revision(long id);

    /** Locked until the transaction ends, so that nothing it is about changes while it is signed. */
    @Select("SELECT signed_as FROM mission WHERE id = #{id} FOR UPDATE")
    SignedAs lockSigned(long id);

    /** @param before what it is signed as up to now; null for nothing */
    @Update("UPDATE mission SET signed_as = #{as}, signed_limits = #{limits}, signed_zone = #{zone}"
            + " WHERE id = #{id} AND state = 'COLLECTED' AND signed_as <=> #{before}")
    int sign(long id, SignedAs as, SignedAs before, String limits, String zone);

    @Update(
            "UPDATE mission SET signed_as = NULL, signed_limits = NULL, signed_zone = NULL, revision = revision + 1, judged_on = judged_on + 1"
                    + " WHERE id = #{id} AND signed_as IS NOT NULL AND state <> 'REMOVED'")
    int open(long id);

    /** Those that are wanted, for scripts: asks missions, and {@code s} for their sites alone. */
    String WANTED = " FROM mission m LEFT JOIN spot_face s ON s.id = m.spot_id"
            + " WHERE m.state NOT IN ('DRAFT', 'ABANDONED') AND OWN_SITES_OR_NONE(s.site_id)"
            + "<if test='w.site != null'> AND s.site_id = #{w.site}</if>"
            + "<if test='w.spot != null'> AND m.spot_id = #{w.spot}</if>"
            + "<if test='w.model != null'> AND m.logger_id IN (SELECT id FROM logger_face WHERE model = #{w.model})</if>"
            + "<if test='w.verdict != null'> AND m.verdict = #{w.verdict}</if>"
            + "<if test='!w.states.isEmpty()'> AND m.state IN"
            + " <foreach item='x' collection='w.states' open='(' separator=',' close=')'>#{x}</foreach></if>"
            // what runs has no end yet
            + "<if test='w.withoutLimits != null'> AND m.without_limits = #{w.withoutLimits}</if>"
            + "<if test='w.review'> AND m.signed_as IS NULL</if>"
            + "<if test='w.approval'> AND m.signed_as = 'REVIEWED'</if>"
            + "<if test='w.from != null'> AND (m.state NOT IN ('COLLECTED', 'REMOVED') OR m.last_at IS NULL OR m.last_at &gt;= #{w.from})</if>"
            + "<if test='w.until != null'> AND COALESCE(m.first_at, m.starts_at, m.written_at) &lt; #{w.until}</if>"
            // letters are looked for among loggers and spots, of which there are fewer
            + "<if test='w.text != null'><bind name='letters' value='\"%\" + w.text + \"%\"'/>"
            + " AND (m.logger_id IN (SELECT id FROM logger_face WHERE serial LIKE #{letters})"
            + " OR m.spot_id IN (SELECT id FROM spot_face WHERE CONCAT(place, ' ', site) LIKE #{letters})"
            + " OR m.plan_name LIKE #{letters} OR m.logger_name LIKE #{letters} OR m.id LIKE #{letters})</if> ";

    /** Found by number first, along the index of the newest, and read in whole for one page alone. */
    @Select("<script>" + LISTED + "WHERE m.id IN (SELECT id FROM (SELECT m.id" + WANTED
            + "ORDER BY m.newest_at DESC, m.id DESC LIMIT #{limit} OFFSET #{offset}) page)"
            + " ORDER BY m.newest_at DESC, m.id DESC</script>")
    List<MissionRow> pageFrom(
            @Param("w") MissionFilter.Wanted wanted, @Param("limit") int limit, @Param("offset") long offset);

    /** All of a spot of which something recorded between two instants is home, the earliest first. */
    @Select(LISTED
            + "WHERE m.spot_id = #{spot} AND m.state NOT IN ('DRAFT', 'ABANDONED', 'REMOVED') AND m.last_at >= #{from}"
            + " AND m.first_at < #{to} ORDER BY m.first_at, m.id")
    List<MissionRow> recordedAt(long spot, Instant from, Instant to);

    /** The first and the last instant that were recorded at a spot, both null for none. */
    record Recorded(Instant firstAt, Instant lastAt) {}

    @Select("SELECT MIN(first_at) AS first_at, MAX(last_at) AS last_at FROM mission WHERE spot_id = #{spot}"
            + " AND state NOT IN ('DRAFT', 'ABANDONED', 'REMOVED')")
    Recorded spanRecordedAt(long spot);

    /** The last instant that was recorded at a spot; null for none. */
    @Select(
            "SELECT MAX(last_at) FROM mission WHERE spot_id = #{spot} AND state NOT IN ('DRAFT', 'ABANDONED', 'REMOVED')")
    Instant lastRecordedAt(long spot);

    @Select("<script>SELECT COUNT(*) AS missions, COALESCE(SUM(m.verdict = 'excursions'), 0) AS outside,"
            + " COALESCE(SUM(m.verdict = 'inconclusive' AND m.without_limits = 0), 0) AS inconclusive, COALESCE(SUM(m.verdict IS NULL), 0) AS out_there"
            + WANTED + "</script>")
    MissionTally tally(@Param("w") MissionFilter.Wanted wanted);

    @Select("<script>" + LISTED
            + "WHERE m.state NOT IN ('DRAFT', 'ABANDONED') AND COALESCE(m.collected_at, 9223372036854775807) &gt;= #{from}"
            + " AND OWN_SITES_OR_NONE(s.site_id)"
            + " AND m.logger_id IN <foreach item='l' collection='loggers' open='(' separator=',' close=')'>#{l}</foreach>"
            + " ORDER BY m.id</script>")
    List<MissionRow> since(List<Long> loggers, Instant from);

    /** What holds at its spot may be another then; what is signed keeps its verdict. */
    @Update(
            "UPDATE mission SET spot_id = #{spotId}, judged_on = judged_on + IF(signed_as IS NULL, 1, 0) WHERE id = #{id}")
    void moveTo(long id, long spotId);

    @Update("UPDATE mission SET state = IF(state IN ('WRITTEN', 'WAITING'), #{state}, state), starts_at = #{startsAt},"
            + " expected = #{expected}, received = #{received} WHERE id = #{id}")
    void readSoFar(long id, MissionState state, Instant startsAt, long expected, long received);

    @Update("UPDATE mission SET home_at = #{at} WHERE id = #{mission}")
    void homeAt(long mission, Instant at);

    @Select(
            "<script>SELECT CONCAT(l.serial, '/', m.device_number) FROM mission m JOIN logger_face l ON l.id = m.logger_id"
                    + " WHERE m.state IN ('COLLECTED', 'REMOVED') AND m.erased_at IS NULL AND m.device_number IS NOT NULL AND l.serial IN"
                    + " <foreach item='s' collection='serials' open='(' separator=',' close=')'>#{s}</foreach></script>")
    List<String> collectedDevices(List<String> serials);

    /** How many records of a logger's mission are home; null where none is. */
    record Received(String serial, int number, Long received) {}

    @Select(
            "<script>SELECT l.serial, m.device_number AS number, m.received FROM mission m JOIN logger_face l ON l.id = m.logger_id"
                    + " WHERE m.erased_at IS NULL AND m.received IS NOT NULL AND m.device_number IS NOT NULL AND l.serial IN"
                    + " <foreach collection='serials' item='s' open='(' separator=',' close=')'>#{s}</foreach></script>")
    List<Received> received(List<String> serials);
}
