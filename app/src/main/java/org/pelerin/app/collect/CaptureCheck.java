package org.pelerin.app.collect;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.LongStream;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.mains.Disturbance;
import org.pelerin.core.series.Series;
import org.pelerin.link.capture.CaptureDecoder;
import org.pelerin.link.capture.DecodeProgress;
import org.pelerin.link.message.MalformedMessageException;
import org.pelerin.link.message.MemoryPage;
import org.springframework.stereotype.Service;

/** A stored capture, held against its own checksums and hashes and against what the audit trail says of it. */
@Service
public class CaptureCheck {

    private static final int MOST_PAGES = 20;

    private final CaptureStore captures;
    private final AuditTrail audit;

    CaptureCheck(CaptureStore captures, AuditTrail audit) {
        this.captures = captures;
        this.audit = audit;
    }

    /** What does not fit, without full stops; proportional to the record. */
    public List<String> troubles(Mission m) {
        Optional<CaptureMapper.CaptureRow> row = captures.row(m.id());
        if (row.isEmpty()) {
            return List.of(Texts.stored("stored.captureCheck.theCaptureIsMissing"));
        }
        List<String> out = new ArrayList<>();
        List<CaptureMapper.NumberedPage> pages = captures.numbered(m.id());
        for (CaptureMapper.NumberedPage p : pages) {
            if (!sound(p)) {
                out.add(Texts.stored("stored.captureCheck.pageOfTheCaptureDoes", "page", p.page()));
            }
        }
        for (Visit v : captures.visitsTo(m.id())) {
            String noted = captures.notedAfterVisit(m.id(), v.seq());
            if (!captures.sha256AfterVisit(m.id(), v.seq()).equals(noted)) {
                out.add(Texts.stored("stored.captureCheck.theFingerprintSha256Of", "seq", v.seq()));
            }
        }
        String reckoned = captures.reckoned(m.id()).orElse("");
        if (!reckoned.equals(row.get().sha256())) {
            out.add(Texts.stored("stored.captureCheck.theFingerprintSha256Of2"));
            missing(row.get(), pages)
                    .forEach(page -> out.add(Texts.stored("stored.captureCheck.pageOfTheCaptureIs", "page", page)));
        }
        if (m.collected() && !told(m, reckoned)) {
            out.add(Texts.stored("stored.captureCheck.theAuditTrailHasNo"));
        }
        return out;
    }

    /** A logger that wraps may have overwritten some before anybody came, so that this is asked only where the hash does not fit. */
    private List<Long> missing(CaptureMapper.CaptureRow row, List<CaptureMapper.NumberedPage> pages) {
        Set<Long> there = pages.stream().map(CaptureMapper.NumberedPage::page).collect(Collectors.toSet());
        return captures.parts(row).stream()
                .flatMapToLong(part -> LongStream.range(part.first(), part.end()))
                .filter(page -> !there.contains(page))
                .limit(MOST_PAGES)
                .boxed()
                .toList();
    }

    private static boolean sound(CaptureMapper.NumberedPage p) {
        try {
            return MemoryPage.number(p.bytes()) == p.page() && MemoryPage.intact(p.bytes());
        } catch (MalformedMessageException e) {
            return false;
        }
    }

    private boolean told(Mission m, String sha256) {
        return audit.told(m.subject()).stream()
                .map(t -> t.entry().after())
                .anyMatch(after -> after.contains("capture " + sha256));
    }

    /** What a capture holds. */
    public record Again(List<Series> series, List<Disturbance> disturbances) {}

    /** All that is in it, decoded anew; nothing where it is not complete. */
    public Again again(Mission m) {
        return captures.find(m.id())
                .map(c -> CaptureDecoder.decode(c.capture(), c.correction(), DecodeProgress.NOTHING))
                .map(d -> new Again(d.series(), d.disturbances()))
                .orElse(new Again(List.of(), List.of()));
    }

    /** Whether a logger's memory was read for it. */
    public boolean any(Mission m) {
        return captures.row(m.id()).isPresent();
    }
}
