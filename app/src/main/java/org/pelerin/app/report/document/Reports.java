package org.pelerin.app.report.document;

import java.io.IOException;
import java.io.OutputStream;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.pdf.AttachedFile;
import org.pelerin.app.platform.rights.SiteDoor;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.TooLateException;
import org.pelerin.app.platform.work.Claim;
import org.pelerin.app.platform.work.WorkOrders;
import org.pelerin.core.evidence.Sha256;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Orders reports, and keeps them as they were handed out: nothing of a kept one changes. */
@Service
@RetriedOnDeadlock
public class Reports {

    private static final int PIECE = 1 << 20;
    private static final int AT_ONCE = 200;
    private static final String MADE = "make report";

    private final ReportMapper mapper;
    private final WorkOrders orders;
    private final SiteDoor door;
    private final AuditTrail audit;
    private final Clock clock;

    Reports(ReportMapper mapper, WorkOrders orders, SiteDoor door, AuditTrail audit, Clock clock) {
        this.door = door;
        this.mapper = mapper;
        this.orders = orders;
        this.audit = audit;
        this.clock = clock;
    }

    /**
     * @param mailTo whom it is sent to; empty for nobody
     * @return its number
     */
    @Transactional
    public long order(ReportKind kind, String title, Report.Scope scope, ReportSpec spec, String mailTo, String by) {
        return order(kind, title, scope, ReportRights.severalSites(kind, scope), spec, mailTo, by);
    }

    /** @param severalSites whether it is about several sites, or all */
    @Transactional
    long order(
            ReportKind kind,
            String title,
            Report.Scope scope,
            boolean severalSites,
            ReportSpec spec,
            String mailTo,
            String by) {
        ReportRights.require(door, kind, scope);
        return order(kind, title, scope, severalSites, spec, mailTo, null, by);
    }

    @Transactional
    long order(
            ReportKind kind,
            String title,
            Report.Scope scope,
            boolean severalSites,
            ReportSpec spec,
            String mailTo,
            Long schedule,
            String by) {
        ReportMapper.Fresh fresh = new ReportMapper.Fresh(
                kind,
                Length.REPORT_TITLE.cut(title),
                scope,
                spec.json(),
                clock.instant(),
                by,
                schedule,
                mailTo,
                severalSites);
        mapper.insert(fresh);
        orders.order(ReportRunner.KIND, fresh.id);
        audit.record(by, "order report", Texts.stored("stored.reports.reportId", "id", fresh.id), "", title);
        return fresh.id;
    }

    /** One that could not be made is tried again. */
    @Transactional
    public void again(long id, String by) {
        if (mapper.again(id) == 0) {
            throw new TooLateException(Texts.of("report.document.reports.theReportIsAlreadyCreated"));
        }
        orders.order(ReportRunner.KIND, id);
        audit.record(by, "order report", Texts.stored("stored.reports.reportId", "id", id), "failed", "again");
    }

    public Optional<Report> find(long id) {
        return Optional.ofNullable(mapper.byId(id)).map(ReportMapper.Row::report);
    }

    /** The newest first. */
    public List<Report> page(int size, int number) {
        return list(size, (long) size * number);
    }

    public List<Report> list(int limit, long offset) {
        return all(mapper.page(limit, offset));
    }

    public int count() {
        return mapper.count();
    }

    public List<Report> ofMission(long mission, int limit) {
        return all(mapper.ofMission(mission, limit));
    }

    /** The one whose bytes have a hash. */
    public Optional<Report> bySha256(String sha256) {
        return Optional.ofNullable(mapper.bySha256(sha256)).map(ReportMapper.Row::report);
    }

    /** The newest that a file with a hash is embedded in. */
    public Optional<Report> byFile(String sha256) {
        return Optional.ofNullable(mapper.byFile(sha256)).map(ReportMapper.Row::report);
    }

    private static List<Report> all(List<ReportMapper.Row> rows) {
        return rows.stream().map(ReportMapper.Row::report).toList();
    }

    /** What it says, as XHTML; empty before it is made. */
    public String body(long id) {
        String body = mapper.body(id);
        return body == null ? "" : body;
    }

    public List<ReportFile> files(long id) {
        return mapper.files(id);
    }

    /** The PDF as it was handed out. */
    public void write(long id, OutputStream out) throws IOException {
        for (int seq = 0; ; seq++) {
            ReportMapper.Piece piece = mapper.pieceOf(id, seq);
            if (piece == null) {
                return;
            }
            out.write(piece.bytes());
        }
    }

    /** Numbers of those whose bytes are not those of their hash; proportional to all their bytes. */
    public List<Long> damaged() {
        List<Long> out = new ArrayList<>();
        long after = 0;
        List<ReportMapper.Made> page;
        do {
            page = mapper.madeAfter(after, AT_ONCE);
            for (ReportMapper.Made r : page) {
                if (!sha256(r.id()).equals(r.sha256())) {
                    out.add(r.id());
                }
                after = r.id();
            }
        } while (page.size() == AT_ONCE);
        return out;
    }

    private String sha256(long id) {
        Sha256 out = new Sha256();
        for (int seq = 0; ; seq++) {
            ReportMapper.Piece piece = mapper.pieceOf(id, seq);
            if (piece == null) {
                return out.hex();
            }
            out.add(piece.bytes());
        }
    }

    /** Whether the audit trail knows that a report with these bytes was made here; a row of a table alone says nothing. */
    public boolean issued(Report r) {
        return audit.told(Texts.stored("stored.reports.reportId", "id", r.id())).stream()
                .map(AuditTrail.Told::entry)
                .anyMatch(e -> e.action().equals(MADE)
                        && e.after().endsWith(", SHA-256 " + r.made().sha256()));
    }

    @Transactional
    void progress(long id, int done, int total) {
        mapper.progress(id, done, total);
    }

    @Transactional
    void fail(long id, String trouble, Claim claim) {
        mapper.fail(id, Length.REPORT_TROUBLE.cut(trouble));
        claim.finish();
    }

    /** Keeps what was made. */
    @Transactional
    void keep(Report ordered, Report.Made made, String body, byte[] pdf, List<AttachedFile> files, Claim claim) {
        if (mapper.made(ordered.id(), made, body) == 1) {
            for (int seq = 0; seq * PIECE < pdf.length; seq++) {
                mapper.piece(
                        ordered.id(),
                        seq,
                        Arrays.copyOfRange(pdf, seq * PIECE, Math.min(pdf.length, (seq + 1) * PIECE)));
            }
            ReportFile.of(files).forEach(f -> mapper.file(ordered.id(), f));
            audit.record(
                    ordered.orderedBy(),
                    MADE,
                    Texts.stored("stored.reports.reportId", "id", ordered.id()),
                    "",
                    Texts.stored(
                            "stored.reports.pagesSha256",
                            "title",
                            ordered.title(),
                            "pages",
                            made.pages(),
                            "sha256",
                            made.sha256()));
            if (!ordered.mailTo().isEmpty()) {
                orders.order(ReportMail.KIND, ordered.id());
            }
        }
        claim.finish();
    }
}
