package org.pelerin.app.findings;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Options;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface FindingMapper {

    String FINDING =
            "SELECT f.id, f.kind, f.state, f.severity, f.latched, f.told, f.lead_channel, f.lead_basis, f.lead_direction,"
                    + " f.lead_unit, f.lead_limit, f.lead_peak, f.from_at, f.to_at, f.parts, f.missions, f.mission_id, l.serial,"
                    + " f.site_id, f.spot_id, t.name AS site, s.name AS spot, t.zone, f.owner, f.due_on, f.cause_id,"
                    + " c.name AS cause, f.action, f.disposition, f.opened_at, f.acknowledged_at, f.acknowledged_by, f.closed_at,"
                    + " f.closed_by, f.changed, f.merged_into FROM finding f JOIN logger_face l ON l.id = f.logger_id"
                    + " LEFT JOIN spot_face s ON s.id = f.spot_id LEFT JOIN site_face t ON t.id = f.site_id"
                    + " LEFT JOIN cause c ON c.id = f.cause_id ";

    /** A finding to be made; gets its number. */
    final class Fresh {
        long id;
        final FindingKind kind;
        final long mission;
        final String told;
        final int severity;
        final Instant from;
        final Instant to;
        final Instant at;

        Fresh(FindingKind kind, long mission, String told, int severity, Instant from, Instant to, Instant at) {
            this.kind = kind;
            this.mission = mission;
            this.told = told;
            this.severity = severity;
            this.from = from;
            this.to = to;
            this.at = at;
        }
    }

    @Insert("INSERT INTO finding (kind, state, severity, told, from_at, to_at, mission_id, logger_id, site_id, spot_id,"
            + " opened_at) SELECT #{kind}, 'OPEN', #{severity}, #{told}, #{from}, #{to}, m.id, m.logger_id, s.site_id,"
            + " m.spot_id, #{at} FROM mission_face m LEFT JOIN spot_face s ON s.id = m.spot_id WHERE m.id = #{mission}")
    @Options(useGeneratedKeys = true, keyProperty = "id")
    void insert(Fresh fresh);

    @Insert("""
            <script>INSERT INTO finding_part (finding_id, mission_id, rule, channel, basis, direction, unit, severity, latched,
            limit_value, peak, start_at, end_at, first_start_at, first_end_at, found) VALUES
            <foreach collection="rows" item="r" separator=",">(#{r.findingId}, #{r.missionId}, #{r.rule}, #{r.channel}, #{r.basis},
            #{r.direction}, #{r.unit}, #{r.severity}, #{r.latched}, #{r.limitValue}, #{r.peak}, #{r.startAt}, #{r.endAt},
            #{r.firstStartAt}, #{r.firstEndAt}, #{r.found})</foreach></script>""")
    void insertParts(@Param("rows") List<PartRow> rows);

    @Update(
            "UPDATE finding_part SET rule = #{rule}, basis = #{basis}, unit = #{unit}, severity = #{severity}, latched = #{latched},"
                    + " limit_value = #{limitValue}, peak = #{peak}, start_at = #{startAt}, end_at = #{endAt}, found = #{found}"
                    + " WHERE id = #{id}")
    void updatePart(PartRow row);

    String PART =
            "SELECT id, finding_id, mission_id, rule, channel, basis, direction, unit, severity, latched, limit_value, peak,"
                    + " start_at, end_at, first_start_at, first_end_at, found FROM finding_part ";

    /** When it was opened, or last noted to have changed. */
    @Select(
            "SELECT COALESCE((SELECT MAX(at) FROM finding_entry WHERE finding_id = f.id AND kind = 'CHANGE'), f.opened_at)"
                    + " FROM finding f WHERE f.id = #{id}")
    Instant lastNoted(long id);

    /** Locked: of two that judge a mission at once, the second sees what the first has made of it. */
    @Select(PART + "WHERE mission_id = #{mission} ORDER BY start_at, id FOR UPDATE")
    List<PartRow> ofMission(long mission);

    @Select(PART + "WHERE finding_id = #{finding} ORDER BY start_at, id")
    List<PartRow> parts(long finding);

    @Select("<script>" + PART
            + "WHERE finding_id IN <foreach item='f' collection='findings' open='(' separator=',' close=')'>"
            + "#{f}</foreach> ORDER BY start_at, id</script>")
    List<PartRow> partsOf(List<Long> findings);

    @Update(
            "UPDATE finding SET severity = #{severity}, latched = #{latched}, lead_channel = #{channel}, lead_basis = #{basis},"
                    + " lead_direction = #{direction}, lead_unit = #{unit}, lead_limit = #{limit}, lead_peak = #{peak},"
                    + " from_at = #{from}, to_at = #{to}, parts = #{parts}, missions = #{missions}, gone = #{gone} WHERE id = #{id}")
    void sum(
            long id,
            int severity,
            boolean latched,
            String channel,
            String basis,
            String direction,
            String unit,
            Double limit,
            Double peak,
            Instant from,
            Instant to,
            int parts,
            int missions,
            boolean gone);

    /** It was judged otherwise since it was closed. */
    @Update("UPDATE finding SET changed = TRUE WHERE id = #{id} AND state = 'CLOSED'")
    void changed(long id);

    /** Its own, and those of the missions whose excursions were merged into it; null among them for none. */
    @Select(
            "SELECT site_id FROM finding WHERE id = #{id} UNION SELECT s.site_id FROM finding_part p"
                    + " JOIN mission_face m ON m.id = p.mission_id JOIN spot_face s ON s.id = m.spot_id WHERE p.finding_id = #{id}")
    List<Long> sitesOf(long id);

    @Select(FINDING + "WHERE f.id = #{id}")
    FindingRow byId(long id);

    /** Excursions at a spot before an instant, the latest first. */
    @Select(FINDING
            + "WHERE f.spot_id = #{spot} AND f.kind = 'DEPARTURE' AND f.state <> 'WITHDRAWN' AND f.merged_into IS NULL"
            + " AND f.from_at < #{before} ORDER BY f.from_at DESC, f.id DESC LIMIT #{most}")
    List<FindingRow> earlier(long spot, Instant before, int most);

    /** Locked until the transaction ends, so that two who do something with it come one after the other. */
    @Select("SELECT state FROM finding WHERE id = #{id} FOR UPDATE")
    FindingState lock(long id);

    @Select(FINDING + "WHERE f.id IN (SELECT finding_id FROM finding_part WHERE mission_id = #{mission})"
            + " OR f.mission_id = #{mission} AND f.kind <> 'DEPARTURE' ORDER BY f.from_at, f.id")
    List<FindingRow> about(long mission);

    @Select(
            "SELECT mission_id FROM finding_part WHERE finding_id = #{id} UNION SELECT mission_id FROM finding WHERE id = #{id}"
                    + " ORDER BY 1")
    List<Long> missionsOf(long id);

    @Select("SELECT id FROM mission_face WHERE signed AND (id IN (SELECT mission_id FROM finding_part"
            + " WHERE finding_id = #{id}) OR id = (SELECT mission_id FROM finding WHERE id = #{id})) ORDER BY id")
    List<Long> signed(long id);

    @Select(
            "SELECT COUNT(*) FROM finding f WHERE f.state IN ('OPEN', 'ACKNOWLEDGED') AND (f.latched OR NOT f.gone) AND (f.id IN"
                    + " (SELECT finding_id FROM finding_part WHERE mission_id = #{mission}) OR f.mission_id = #{mission})")
    int waiting(long mission);

    /** Of a mission, one of a kind that a logger shows about itself; null for none. */
    @Select(FINDING + "WHERE f.mission_id = #{mission} AND f.kind = #{kind}")
    FindingRow ofKind(long mission, FindingKind kind);

    @Update("UPDATE finding SET told = #{told} WHERE id = #{id}")
    void tell(long id, String told);

    // what somebody, or a judgement, does with it; each only in the states that it is meant for

    @Update("UPDATE finding SET state = 'ACKNOWLEDGED', acknowledged_at = #{at}, acknowledged_by = #{by}"
            + " WHERE id = #{id} AND state = 'OPEN'")
    int acknowledge(long id, Instant at, String by);

    @Update(
            "UPDATE finding SET state = 'CLOSED', changed = FALSE, closed_at = #{at}, closed_by = #{by}, acknowledged_at ="
                    + " COALESCE(acknowledged_at, #{at}), acknowledged_by = COALESCE(acknowledged_by, #{by})"
                    + " WHERE id = #{id} AND state IN ('OPEN', 'ACKNOWLEDGED')")
    int close(long id, Instant at, String by);

    @Update("UPDATE finding SET state = 'ACKNOWLEDGED', changed = FALSE, closed_at = NULL, closed_by = NULL"
            + " WHERE id = #{id} AND state = 'CLOSED'")
    int reopen(long id);

    @Update("UPDATE finding SET state = 'WITHDRAWN' WHERE id = #{id} AND state = 'OPEN'")
    int withdraw(long id);

    /** Those that nobody signed anything about, of which nothing is found any more. */
    @Select("SELECT f.id FROM finding f WHERE f.state IN ('OPEN', 'ACKNOWLEDGED') AND f.gone AND NOT f.latched"
            + " AND NOT EXISTS (SELECT 1 FROM finding_part p JOIN mission_face m ON m.id = p.mission_id WHERE p.finding_id = f.id"
            + " AND m.signed) ORDER BY f.id FOR UPDATE")
    List<Long> gone();

    @Update("UPDATE finding SET state = 'WITHDRAWN', closed_at = #{at}, closed_by = #{by} WHERE id = #{id}"
            + " AND state IN ('OPEN', 'ACKNOWLEDGED') AND gone AND NOT latched")
    int putAway(long id, Instant at, String by);

    @Update("UPDATE finding SET state = 'OPEN' WHERE id = #{id} AND state = 'WITHDRAWN'")
    int comeBack(long id);

    @Update(
            "UPDATE finding SET cause_id = #{cause}, action = #{action}, disposition = #{disposition}, owner = #{owner},"
                    + " due_on = #{due} WHERE id = #{id} AND state IN ('OPEN', 'ACKNOWLEDGED')")
    int say(long id, Long cause, String action, String disposition, String owner, LocalDate due);

    @Update("UPDATE finding SET owner = #{owner} WHERE id = #{id} AND state IN ('OPEN', 'ACKNOWLEDGED')")
    int assign(long id, String owner);

    @Update("UPDATE finding SET state = 'MERGED', merged_into = #{into} WHERE id = #{id} AND state IN ('OPEN',"
            + " 'ACKNOWLEDGED')")
    int merge(long id, long into);

    @Update("UPDATE finding_part SET finding_id = #{to} WHERE finding_id = #{from}")
    void moveParts(long from, long to);

    @Update("UPDATE finding_part SET finding_id = #{to} WHERE id = #{part} AND finding_id = #{from}")
    int movePart(long part, long from, long to);

    @Update("UPDATE finding_entry SET finding_id = #{to} WHERE finding_id = #{from} AND kind = 'COMMENT'")
    void moveComments(long from, long to);

    @Update("UPDATE finding_file SET finding_id = #{to} WHERE finding_id = #{from}")
    void moveFiles(long from, long to);

    @Insert("INSERT INTO finding_entry (finding_id, at, said_by, kind, text) VALUES (#{finding}, #{at}, #{by}, #{kind},"
            + " #{text})")
    void note(long finding, Instant at, String by, Entry.Kind kind, String text);

    @Select("SELECT id, at, said_by AS `by`, kind, text FROM finding_entry WHERE finding_id = #{finding} ORDER BY id")
    List<Entry> entries(long finding);

    @Select("SELECT COUNT(*) FROM finding_entry WHERE finding_id = #{finding} AND kind <> 'CHANGE'")
    int touched(long finding);

    @Select(
            "SELECT c.id, c.name, c.retired, COUNT(f.id) AS findings FROM cause c LEFT JOIN finding f ON f.cause_id = c.id"
                    + " GROUP BY c.id, c.name, c.retired ORDER BY c.name")
    List<Cause> causes();

    @Insert("INSERT INTO cause (name) VALUES (#{name})")
    void addCause(String name);

    @Update("UPDATE cause SET retired = #{retired} WHERE id = #{id} AND retired <> #{retired}")
    int retire(long id, boolean retired);

    @Select("SELECT id, finding_id, name, type, size, sha256, added_at, added_by FROM finding_file WHERE finding_id ="
            + " #{finding} ORDER BY id")
    List<FindingFile> files(long finding);

    @Select("SELECT id, finding_id, name, type, size, sha256, added_at, added_by FROM finding_file WHERE id = #{id}")
    FindingFile file(long id);

    /** A stored file. */
    record Stored(byte[] bytes) {}

    @Select("SELECT bytes FROM finding_file WHERE id = #{id}")
    Stored bytes(long id);

    @Insert("INSERT INTO finding_file (finding_id, name, type, size, sha256, bytes, added_at, added_by) VALUES"
            + " (#{finding}, #{name}, #{type}, #{size}, #{sha256}, #{bytes}, #{at}, #{by})")
    void addFile(long finding, String name, String type, int size, String sha256, byte[] bytes, Instant at, String by);

    @Delete("DELETE FROM finding_file WHERE id = #{id}")
    int removeFile(long id);
}
