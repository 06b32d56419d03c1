package org.pelerin.app.findings.signing;

import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.pelerin.app.collect.files.SourceHash;
import org.pelerin.app.findings.Finding;
import org.pelerin.app.findings.FindingFiles;
import org.pelerin.app.findings.Findings;
import org.pelerin.app.findings.Part;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.judge.limits.InForce;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.missions.documentation.DocumentationService;
import org.pelerin.app.missions.documentation.MissionNote;
import org.pelerin.app.platform.text.JsonDifferences;
import org.pelerin.app.record.DerivedSeries;
import org.pelerin.app.record.JudgedPeriod;
import org.pelerin.app.record.JudgedRecords;
import org.pelerin.core.evidence.Sha256;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.exchange.LimitsDocument;
import org.pelerin.core.language.CurrentLanguage;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/**
 * What a signature is of: all that a reader of a mission's report relies on, as one JSON document. Hashes in it are reckoned from the stored
 * bytes when it is put together, so that it is another as soon as anything that was signed is another, whoever changed it and however. Reading the
 * capture makes it proportional to the record.
 */
@Service
class SignedContent {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    /** Names of what is told by its number beside them. */
    private static final List<String> NAMES = List.of("site", "spot", "limitsFrom");

    private final MissionQueries missions;
    private final SourceHash source;
    private final Evaluation evaluation;
    private final JudgedRecords records;
    private final DerivedSeries derived;
    private final Findings findings;
    private final FindingFiles findingFiles;
    private final DocumentationService documentation;

    SignedContent(
            MissionQueries missions,
            SourceHash source,
            Evaluation evaluation,
            JudgedRecords records,
            DerivedSeries derived,
            Findings findings,
            FindingFiles findingFiles,
            DocumentationService documentation) {
        this.missions = missions;
        this.source = source;
        this.evaluation = evaluation;
        this.records = records;
        this.derived = derived;
        this.findings = findings;
        this.findingFiles = findingFiles;
        this.documentation = documentation;
    }

    /** @param m with its plan, judged */
    String of(Mission m) {
        return CurrentLanguage.inEnglish(() -> text(m));
    }

    private String text(Mission m) {
        String judgement = evaluation.text(m);
        JudgementDocument document = JudgementDocument.read(judgement);
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("mission", m.id());
        out.put("serial", m.serial());
        out.put("spotId", m.place().spotId());
        out.put("site", m.place().site());
        out.put("spot", m.place().spot());
        out.put("plan", Map.of("name", m.copy().planName(), "version", m.copy().planVersion()));
        out.put("settingsSha256", sha256(m.copy().settings()));
        out.put("written", act(m.course().writtenAt(), m.course().writtenBy()));
        out.put("collected", act(m.records().collectedAt(), m.records().collectedBy()));
        out.put("expected", m.records().expected());
        out.put("received", m.records().received());
        out.put("recordSha256", source.of(m.id()).orElse(""));
        out.put("clock", clock(m));
        out.put("judged", period(m));
        out.put("excluded", excluded(m));
        out.put("derived", derivedOf(m));
        InForce inForce = evaluation.inForce(m);
        out.put("limitsFrom", inForce.words());
        out.put("limitsSet", set(inForce));
        out.put("limits", JSON.readTree(LimitsDocument.write(evaluation.limits(m, document))));
        out.put("judgementSha256", sha256(judgement));
        out.put("verdict", document.verdict());
        out.put(
                "findings",
                findings.about(m.id()).stream().map(f -> finding(f, m.id())).toList());
        out.put("documentation", documentation(m));
        return JSON.writerWithDefaultPrettyPrinter().writeValueAsString(out);
    }

    private static Map<String, Object> set(InForce f) {
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("via", f.via().name());
        out.put("id", f.set() == null ? null : f.set().id());
        out.put("version", f.set() == null ? null : f.set().version());
        return out;
    }

    /**
     * What differs from what was signed. Names are signed as they were on that day; that a site, a spot or a set is called otherwise since
     * alters nothing, as long as it is the same one.
     */
    static List<String> altered(String signed, String now) {
        // what was signed without saying which ones they are is held to their names
        boolean told = JSON.readTree(signed).has("limitsSet");
        return JsonDifferences.of(signed, now).stream()
                .filter(d -> told
                        ? NAMES.stream().noneMatch(n -> d.startsWith(n + ": "))
                        : !d.startsWith("spotId: ") && !d.startsWith("limitsSet "))
                .toList();
    }

    private Map<String, Object> clock(Mission m) {
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("corrected", m.records().clockCorrected());
        missions.clockDecision(m.id()).ifPresent(d -> {
            out.put("decided", act(d.at(), d.by()));
            out.put("reason", d.reason());
        });
        return out;
    }

    private Map<String, Object> period(Mission m) {
        JudgedPeriod p = records.period(m);
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("from", told(p.from()));
        out.put("to", told(p.to()));
        if (p.chosen() != null) {
            out.put("set", act(p.chosen().setAt(), p.chosen().setBy()));
            out.put("reason", p.chosen().reason());
        }
        if (!p.away().isEmpty()) {
            out.put(
                    "away",
                    p.away().stream()
                            .map(x -> told(x.getStart()) + " to " + told(x.getEnd()))
                            .toList());
        }
        return out;
    }

    private List<Map<String, Object>> excluded(Mission m) {
        return records.excluded(m.id()).stream()
                .map(x -> {
                    Map<String, Object> out = new LinkedHashMap<>();
                    out.put("kind", x.kind().name());
                    out.put("from", told(x.fromAt()));
                    out.put("to", told(x.toAt()));
                    out.put("reason", x.reason());
                    out.put("made", act(x.madeAt(), x.madeBy()));
                    return out;
                })
                .toList();
    }

    private List<Map<String, Object>> derivedOf(Mission m) {
        return derived.of(m.id()).stream()
                // what its spot has been given since changes nothing that was signed
                .filter(d -> !d.ofSpot())
                .map(d -> Map.<String, Object>of("name", d.name(), "words", d.words()))
                .toList();
    }

    private Map<String, Object> finding(Finding f, long mission) {
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("number", f.id());
        out.put("kind", f.kind().name());
        out.put("state", f.state().name());
        out.put("told", f.told());
        out.put("cause", f.work().cause());
        out.put("action", f.work().action());
        out.put("disposition", f.work().disposition());
        out.put("owner", f.work().owner());
        out.put("due", f.work().due());
        out.put("acknowledged", act(f.work().acknowledgedAt(), f.work().acknowledgedBy()));
        out.put("closed", act(f.work().closedAt(), f.work().closedBy()));
        out.put(
                "departures",
                findings.parts(f.id()).stream()
                        .filter(p -> p.missionId() == mission)
                        .map(SignedContent::part)
                        .toList());
        out.put(
                "files",
                findingFiles.of(f.id()).stream()
                        .map(x -> Map.of("name", x.name(), "sha256", Sha256.of(findingFiles.bytes(x))))
                        .toList());
        return out;
    }

    private static Map<String, Object> part(Part p) {
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("rule", p.rule());
        out.put("channel", p.channel());
        out.put("direction", p.direction());
        out.put("severity", p.severity().name());
        out.put("from", told(p.start()));
        out.put("to", told(p.end()));
        out.put("peak", p.peak());
        out.put("limit", p.limit());
        out.put("unit", p.unit());
        out.put("found", p.found());
        return out;
    }

    private Map<String, Object> documentation(Mission m) {
        MissionNote note = documentation.note(m.id());
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("title", note.title());
        out.put("purpose", note.purpose());
        out.put("people", note.people());
        out.put("place", note.place());
        out.put("remarks", note.remarks());
        out.put(
                "files",
                documentation.attachments(m.id()).stream()
                        .map(a -> Map.of("name", a.name(), "sha256", Sha256.of(documentation.bytes(a))))
                        .toList());
        return out;
    }

    private static Map<String, Object> act(Instant at, String by) {
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("at", told(at));
        out.put("by", by);
        return out;
    }

    private static String told(Instant t) {
        return t == null ? null : t.toString();
    }

    static String sha256(String text) {
        return Sha256.of(text.getBytes(StandardCharsets.UTF_8));
    }
}
