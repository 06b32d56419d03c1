package org.pelerin.app.report.bundle;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.pelerin.app.collect.CaptureStore;
import org.pelerin.app.collect.CarrierIntake;
import org.pelerin.app.collect.StoredCapture;
import org.pelerin.app.collect.Visit;
import org.pelerin.app.collect.files.FileService;
import org.pelerin.app.collect.files.ForeignFile;
import org.pelerin.app.collect.files.SourceHash;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.findings.Entry;
import org.pelerin.app.findings.Finding;
import org.pelerin.app.findings.FindingWords;
import org.pelerin.app.findings.Findings;
import org.pelerin.app.findings.signing.Signing;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.missions.documentation.DocumentationService;
import org.pelerin.app.missions.documentation.MissionNote;
import org.pelerin.app.organisation.HouseService;
import org.pelerin.app.organisation.key.InstallationKeys;
import org.pelerin.app.organisation.key.KeyPurpose;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.record.DerivedSeries;
import org.pelerin.app.record.JudgedPeriod;
import org.pelerin.app.record.JudgedRecords;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.core.evidence.AuditEntry;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.exchange.LimitsDocument;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.record.Exclusion;
import org.pelerin.core.series.Series;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.proof.Bundle;
import org.pelerin.proof.BundleMission;
import org.pelerin.proof.BundleWriter;
import org.pelerin.proof.Manifest;
import org.pelerin.proof.SeriesText;
import org.springframework.stereotype.Service;

/** Writes a mission with its source and all that people recorded about it; {@code docs/formats/bundle.md}. */
@Service
public class BundleExport {

    private final MissionQueries missions;
    private final Evaluation evaluation;
    private final CaptureStore captures;
    private final CarrierIntake carriers;
    private final FileService files;
    private final SourceHash source;
    private final SeriesStore store;
    private final JudgedRecords records;
    private final DerivedSeries derived;
    private final DocumentationService documentation;
    private final Findings findings;
    private final Signing signing;
    private final AuditTrail audit;
    private final HouseService house;
    private final InstallationKeys keys;
    private final Formats show;
    private final Clock clock;

    BundleExport(
            MissionQueries missions,
            Evaluation evaluation,
            CaptureStore captures,
            CarrierIntake carriers,
            FileService files,
            SourceHash source,
            SeriesStore store,
            JudgedRecords records,
            DerivedSeries derived,
            DocumentationService documentation,
            Findings findings,
            Signing signing,
            AuditTrail audit,
            HouseService house,
            InstallationKeys keys,
            Formats show,
            Clock clock) {
        this.missions = missions;
        this.evaluation = evaluation;
        this.captures = captures;
        this.carriers = carriers;
        this.files = files;
        this.source = source;
        this.store = store;
        this.records = records;
        this.derived = derived;
        this.documentation = documentation;
        this.findings = findings;
        this.signing = signing;
        this.audit = audit;
        this.house = house;
        this.keys = keys;
        this.show = show;
        this.clock = clock;
    }

    /** Its source, read before anything is written. @throws CarrierException if its capture cannot be carried */
    public byte[] capture(Mission m) {
        return captures.summary(m.id()).isPresent() ? carriers.write(m) : null;
    }

    /** @param capture of {@link #capture}; null where it was made of a file */
    public void write(Mission m, byte[] capture, String by, OutputStream to) throws IOException {
        String judgement = evaluation.text(m);
        ForeignFile file = files.ofMission(m.id()).orElse(null);
        try (BundleWriter out = new BundleWriter(to)) {
            if (capture != null) {
                out.put(Bundle.CAPTURE, o -> o.write(capture));
                out.text(
                        Bundle.CATALOGUE,
                        ModelCatalogue.only(m.device().model()).orElseThrow());
            } else if (file != null) {
                out.put(Bundle.SOURCE, o -> {
                    try (InputStream in = files.source(file.id())) {
                        in.transferTo(o);
                    }
                });
                out.text(Bundle.LAYOUT, files.layout(file));
            }
            List<List<Series>> tables = SeriesText.tables(store.recorded(m));
            for (int t = 0; t < tables.size(); t++) {
                List<Series> table = tables.get(t);
                out.lines("series-" + (t + 1) + ".csv", w -> SeriesText.write(table, w));
            }
            for (Map.Entry<String, String> e : documents(m, judgement).entrySet()) {
                out.text(e.getKey(), e.getValue());
            }
            out.json(Bundle.AUDIT, audit(m));
            out.finish(
                    new Manifest(
                            Manifest.FORMAT,
                            Manifest.VERSION,
                            m.id(),
                            m.serial(),
                            house.house().name(),
                            clock.millis(),
                            by,
                            source.of(m.id()).orElse(""),
                            Sha256.of(judgement.getBytes(StandardCharsets.UTF_8)),
                            List.of()),
                    signer());
        }
    }

    /** What a bundle says of a mission beside its record and the audit trail, by the names of its entries, as it would be written now. */
    public Map<String, String> documents(Mission m) {
        return documents(m, evaluation.text(m));
    }

    private Map<String, String> documents(Mission m, String judgement) {
        Map<String, String> out = new LinkedHashMap<>();
        out.put(Bundle.MISSION, BundleWriter.text(mission(m)));
        out.put(Bundle.PLAN, m.copy().settings());
        out.put(Bundle.LIMITS, LimitsDocument.pretty(evaluation.limits(m, JudgementDocument.read(judgement))));
        out.put(Bundle.JUDGEMENT, judgement);
        out.put(Bundle.FINDINGS, BundleWriter.text(findings(m)));
        out.put(Bundle.SIGNATURES, BundleWriter.text(signatures(m)));
        return out;
    }

    private BundleWriter.Signer signer() {
        InstallationKeys.Signer by = keys.signer(KeyPurpose.BUNDLE);
        return new BundleWriter.Signer(by.key(), by.certificate());
    }

    private BundleMission mission(Mission m) {
        JudgedPeriod p = records.period(m);
        MissionNote note = documentation.note(m.id());
        return new BundleMission(
                m.device().model(),
                m.device().missionNumber() == null ? 0 : m.device().missionNumber(),
                m.place().site(),
                m.place().spot(),
                m.zoneOr(show.home()).getId(),
                m.copy().planName(),
                m.copy().planVersion(),
                act(m.course().writtenAt(), m.course().writtenBy()),
                act(m.records().collectedAt(), m.records().collectedBy()),
                m.records().expected(),
                m.records().received(),
                clock(m),
                millis(p.from()),
                millis(p.to()),
                p.chosen() == null ? "" : p.chosen().reason(),
                excluded(m, p),
                derived.definitions(m.id()),
                !derived.beside(m.id()),
                evaluation.inForce(m).words(),
                Map.of(
                        "title",
                        note.title(),
                        "purpose",
                        note.purpose(),
                        "people",
                        note.people(),
                        "place",
                        note.place(),
                        "remarks",
                        note.remarks()));
    }

    /** What people left out; and what follows from the placing, as a bundle knows nothing of placings. */
    private List<BundleMission.Excluded> excluded(Mission m, JudgedPeriod p) {
        return Stream.concat(
                        records.excluded(m.id()).stream()
                                .map(x -> new BundleMission.Excluded(
                                        x.kind().name(),
                                        x.fromAt().toEpochMilli(),
                                        x.toAt().toEpochMilli(),
                                        x.reason(),
                                        x.madeBy(),
                                        x.madeAt().toEpochMilli())),
                        p.away().stream()
                                .map(x -> new BundleMission.Excluded(
                                        Exclusion.Kind.NOT_PART.name(),
                                        x.getStart().toEpochMilli(),
                                        x.getEnd().toEpochMilli(),
                                        Texts.of("report.bundle.bundleExport.awayFromItsSpot"),
                                        m.course().writtenBy(),
                                        x.getStart().toEpochMilli())))
                .toList();
    }

    private BundleMission.Clock clock(Mission m) {
        StoredCapture c = captures.summary(m.id()).orElse(null);
        Integer battery = captures.visitsTo(m.id()).stream()
                .findFirst()
                .map(Visit::battery)
                .orElse(null);
        return new BundleMission.Clock(
                c != null && m.records().clockCorrected(),
                c == null ? 0 : c.clockReadAt().toEpochMilli(),
                c == null ? 0 : c.clockOffset().toMillis(),
                battery,
                missions.clockDecision(m.id()).map(d -> d.reason()).orElse(""));
    }

    private static BundleMission.Act act(Instant at, String by) {
        return new BundleMission.Act(millis(at), by);
    }

    private static Long millis(Instant t) {
        return t == null ? null : t.toEpochMilli();
    }

    private List<Map<String, Object>> findings(Mission m) {
        FindingWords words = new FindingWords(ShownUnits.RECORDED, show);
        return findings.about(m.id()).stream().map(f -> finding(f, words)).toList();
    }

    private Map<String, Object> finding(Finding f, FindingWords words) {
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("number", f.id());
        out.put("what", words.of(f));
        out.put("from", millis(f.extent().from()));
        out.put("to", millis(f.extent().to()));
        out.put("state", f.state().name());
        out.put("severity", f.severity().name());
        out.put("cause", f.work().cause());
        out.put("action", f.work().action());
        out.put("disposition", f.work().disposition());
        out.put("closed", act(f.work().closedAt(), f.work().closedBy()));
        out.put(
                "comments",
                findings.entries(f.id()).stream()
                        .filter(e -> e.kind() == Entry.Kind.COMMENT)
                        .map(e -> Map.of("at", e.at().toEpochMilli(), "by", e.by(), "text", e.text()))
                        .toList());
        return out;
    }

    private List<Map<String, Object>> signatures(Mission m) {
        return signing.signatures(m.id()).stream()
                .map(s -> {
                    Map<String, Object> out = new LinkedHashMap<>();
                    out.put("meaning", s.meaning().words());
                    out.put("name", s.name());
                    out.put("account", s.by());
                    out.put("at", millis(s.at()));
                    out.put("revision", s.revision());
                    out.put("remark", s.remark());
                    out.put("holds", s.holds());
                    out.put("undone", s.holds() ? null : s.undone().reason());
                    out.put("contentSha256", s.sha256());
                    out.put("content", signing.content(s));
                    return out;
                })
                .toList();
    }

    private List<Map<String, Object>> audit(Mission m) {
        List<String> subjects = new ArrayList<>(List.of(m.subject(), "mission " + m.id()));
        findings.about(m.id()).forEach(f -> subjects.add("finding " + f.id()));
        return subjects.stream()
                .flatMap(s -> audit.told(s).stream())
                .map(t -> {
                    AuditEntry e = t.entry();
                    Map<String, Object> out = new LinkedHashMap<>();
                    out.put("sequence", e.sequence());
                    out.put("at", e.at().toEpochMilli());
                    out.put("who", e.who());
                    out.put("action", e.action());
                    out.put("subject", e.subject());
                    out.put("before", e.before());
                    out.put("after", e.after());
                    out.put("reason", e.reason());
                    out.put("previous", e.previous());
                    out.put("hash", t.hash());
                    return out;
                })
                .toList();
    }
}
