package org.pelerin.app.report.document;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Options;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

@Mapper
interface ReportMapper {

    /** As it is stored, without what it holds. */
    record Row(
            long id,
            ReportKind kind,
            String title,
            Long missionId,
            Long siteId,
            Long spotId,
            LocalDate fromOn,
            LocalDate toOn,
            String spec,
            Report.State state,
            int done,
            int total,
            String trouble,
            Instant orderedAt,
            String orderedBy,
            String mailTo,
            Instant madeAt,
            String sentence,
            Integer pages,
            Integer size,
            String sha256,
            Long auditSequence,
            String auditHash,
            Instant mailedAt) {

        Report report() {
            return new Report(
                    id,
                    kind,
                    title,
                    new Report.Scope(missionId, siteId, spotId, fromOn, toOn),
                    ReportSpec.read(spec),
                    new Report.Progress(state, done, total, trouble),
                    orderedAt,
                    orderedBy,
                    mailTo,
                    madeAt == null
                            ? null
                            : new Report.Made(
                                    madeAt, sentence, pages, size, sha256, auditSequence, auditHash, mailedAt));
        }
    }

    /** One that is ordered; gets its number. */
    final class Fresh {
        long id;
        final ReportKind kind;
        final String title;
        final Report.Scope scope;
        final String spec;
        final Instant at;
        final String by;
        final Long schedule;
        final String mailTo;
        final boolean severalSites;

        Fresh(
                ReportKind kind,
                String title,
                Report.Scope scope,
                String spec,
                Instant at,
                String by,
                Long schedule,
                String mailTo,
                boolean severalSites) {
            this.severalSites = severalSites;
            this.kind = kind;
            this.title = title;
            this.scope = scope;
            this.spec = spec;
            this.at = at;
            this.by = by;
            this.schedule = schedule;
            this.mailTo = mailTo;
        }
    }

    @Insert("INSERT INTO report (kind, title, mission_id, site_id, spot_id, from_on, to_on, spec, state, ordered_at,"
            + " ordered_by, schedule_id, mail_to, several_sites) VALUES (#{kind}, #{title}, #{scope.mission}, #{scope.site}, #{scope.spot},"
            + " #{scope.from}, #{scope.to}, #{spec}, 'WAITS', #{at}, #{by}, #{schedule}, #{mailTo}, #{severalSites})")
    @Options(useGeneratedKeys = true, keyProperty = "id")
    void insert(Fresh fresh);

    String ROW =
            "SELECT id, kind, title, mission_id, site_id, spot_id, from_on, to_on, spec, state, done, total, trouble,"
                    + " ordered_at, ordered_by, mail_to, made_at, sentence, pages, size, sha256, audit_sequence, audit_hash,"
                    + " mailed_at FROM report ";

    @Select(ROW + "WHERE id = #{id}")
    Row byId(long id);

    /** The site of a report; null for none, or several. */
    String SITE = "COALESCE(report.site_id, (SELECT s.site_id FROM spot_face s WHERE s.id = COALESCE(report.spot_id,"
            + " (SELECT m.spot_id FROM mission_face m WHERE m.id = report.mission_id))))";

    String LISTED =
            "WHERE (NOT several_sites OR OWN_SITES(0)) AND (report.site_id IS NULL OR OWN_SITES(report.site_id))"
                    + " AND (report.spot_id IS NULL OR EXISTS (SELECT 1 FROM spot_face s WHERE s.id = report.spot_id AND OWN_SITES(s.site_id)))"
                    + " AND (report.mission_id IS NULL OR EXISTS (SELECT 1 FROM mission_face m LEFT JOIN spot_face s ON s.id = m.spot_id"
                    + " WHERE m.id = report.mission_id AND OWN_SITES_OR_NONE(s.site_id))) ";

    @Select(ROW + LISTED + "ORDER BY id DESC LIMIT #{limit} OFFSET #{offset}")
    List<Row> page(int limit, long offset);

    @Select("SELECT COUNT(*) FROM report " + LISTED)
    int count();

    /** Where a report belongs. */
    record Place(boolean severalSites, Long site) {}

    @Select("SELECT several_sites, " + SITE + " AS site FROM report WHERE id = #{id}")
    Place placeOf(long id);

    @Select(ROW + "WHERE mission_id = #{mission} AND kind = 'MISSION' ORDER BY id DESC LIMIT #{limit}")
    List<Row> ofMission(long mission, int limit);

    @Select(ROW + "WHERE sha256 = #{sha256} ORDER BY id LIMIT 1")
    Row bySha256(String sha256);

    @Select(ROW + "WHERE id = (SELECT MAX(report_id) FROM report_file WHERE sha256 = #{sha256})")
    Row byFile(String sha256);

    @Select("SELECT body FROM report WHERE id = #{id}")
    String body(long id);

    /** A report that was made, with the hash of its bytes. */
    record Made(long id, String sha256) {}

    @Select("SELECT id, sha256 FROM report WHERE state = 'READY' AND id > #{after} ORDER BY id LIMIT #{limit}")
    List<Made> madeAfter(long after, int limit);

    @Update("UPDATE report SET done = #{done}, total = #{total} WHERE id = #{id} AND state = 'WAITS'")
    int progress(long id, int done, int total);

    @Update("UPDATE report SET state = 'FAILED', trouble = #{trouble} WHERE id = #{id} AND state = 'WAITS'")
    int fail(long id, String trouble);

    @Update(
            "UPDATE report SET state = 'WAITS', trouble = '', done = 0, total = 0 WHERE id = #{id} AND state = 'FAILED'")
    int again(long id);

    @Update("UPDATE report SET state = 'READY', made_at = #{m.at}, sentence = #{m.sentence}, body = #{body},"
            + " pages = #{m.pages}, size = #{m.size}, sha256 = #{m.sha256}, audit_sequence = #{m.auditSequence},"
            + " audit_hash = #{m.auditHash}, done = total WHERE id = #{id} AND state = 'WAITS'")
    int made(long id, Report.Made m, String body);

    @Insert("INSERT INTO report_piece VALUES (#{id}, #{seq}, #{bytes})")
    void piece(long id, int seq, byte[] bytes);

    /** A part of a report's bytes. */
    record Piece(byte[] bytes) {}

    @Select("SELECT bytes FROM report_piece WHERE report_id = #{id} AND seq = #{seq}")
    Piece pieceOf(long id, int seq);

    @Insert("INSERT INTO report_file VALUES (#{id}, #{f.seq}, #{f.name}, #{f.type}, #{f.what}, #{f.size}, #{f.sha256})")
    void file(long id, ReportFile f);

    @Select("SELECT seq, name, type, what, size, sha256 FROM report_file WHERE report_id = #{id} ORDER BY seq")
    List<ReportFile> files(long id);

    @Update("UPDATE report SET mailed_at = #{at} WHERE id = #{id} AND mailed_at IS NULL")
    int mailed(long id, Instant at);
}
