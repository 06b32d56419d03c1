package org.pelerin.app.report.recheck;

import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.pelerin.app.collect.CaptureCheck;
import org.pelerin.app.collect.files.FileRecord;
import org.pelerin.app.collect.files.FileService;
import org.pelerin.app.collect.files.ForeignFile;
import org.pelerin.app.findings.Finding;
import org.pelerin.app.findings.Findings;
import org.pelerin.app.findings.Part;
import org.pelerin.app.findings.signing.Signing;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.PassingTrouble;
import org.pelerin.app.platform.text.JsonDifferences;
import org.pelerin.app.record.SeriesStore;
import org.pelerin.app.record.SummaryCheck;
import org.pelerin.core.exchange.ExcursionDocument;
import org.pelerin.core.exchange.ExcursionFields;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.series.Block;
import org.pelerin.core.series.Series;
import org.pelerin.core.series.TimeAxis;
import org.springframework.stereotype.Service;

/**
 * All that is kept of a mission, made again from what it follows from: the capture against its hashes and the audit trail, series, their summaries
 * and disturbances from the capture, the judgement from the series, findings against the judgement, signatures against what was signed. Changes
 * nothing.
 */
@Service
public class MissionCheck {

    private static final int MOST_DIFFERENCES = 20;
    /** Of a judgement, that are told one by one. */
    private static final int FIGURES = 3;

    private final MissionQueries missions;
    private final CaptureCheck captures;
    private final FileService files;
    private final FileRecord fileRecord;
    private final SeriesStore store;
    private final Evaluation evaluation;
    private final Findings findings;
    private final SummaryCheck summaries;
    private final Signing signing;

    MissionCheck(
            MissionQueries missions,
            CaptureCheck captures,
            FileService files,
            FileRecord fileRecord,
            SeriesStore store,
            Evaluation evaluation,
            Findings findings,
            SummaryCheck summaries,
            Signing signing) {
        this.missions = missions;
        this.captures = captures;
        this.files = files;
        this.fileRecord = fileRecord;
        this.store = store;
        this.evaluation = evaluation;
        this.findings = findings;
        this.summaries = summaries;
        this.signing = signing;
    }

    /** What does not fit, without full stops; none where all does. */
    public List<String> troubles(long id) {
        Mission m = missions.find(id).orElseThrow();
        List<String> out = new ArrayList<>();
        List<Series> again = record(m, out);
        List<Series> stored = stored(m, out);
        if (stored != null && again != null) {
            series(again, stored, m.records().clockCorrected(), out);
        }
        if (stored != null) {
            judgement(m, stored, out);
        }
        signing.altered(m).forEach(d -> out.add(Texts.stored("stored.missionCheck.whatWasSignedDiffersFrom", "d", d)));
        return out.size() > MOST_DIFFERENCES
                ? concat(
                        out.subList(0, MOST_DIFFERENCES),
                        Texts.stored("stored.missionCheck.andMore", "mostDifferences", (out.size() - MOST_DIFFERENCES)))
                : out;
    }

    private static List<String> concat(List<String> some, String last) {
        List<String> out = new ArrayList<>(some);
        out.add(last);
        return out;
    }

    /** Its series, made again; null where that cannot be done. */
    private List<Series> record(Mission m, List<String> out) {
        if (captures.any(m)) {
            out.addAll(captures.troubles(m));
            try {
                CaptureCheck.Again again = captures.again(m);
                int other = summaries.firstOther(m, again.disturbances());
                if (other > 0) {
                    out.add(Texts.stored("stored.missionCheck.itsDisturbancesFromNumberOn", "other", other));
                }
                return again.series();
            } catch (RuntimeException e) {
                PassingTrouble.rethrow(e);
                out.add(Texts.stored("stored.missionCheck.itsCaptureCannotBeDecoded", "reason", e.getMessage()));
                return null;
            }
        }
        Optional<ForeignFile> file = files.ofMission(m.id());
        if (file.isEmpty()) {
            out.add(Texts.stored("stored.missionCheck.neitherACaptureNorAn"));
            return null;
        }
        if (!files.reckoned(file.get().id()).equals(file.get().sha256())) {
            out.add(Texts.stored("stored.missionCheck.theFingerprintSha256Of"));
            return null;
        }
        try {
            return fileRecord.again(file.get());
        } catch (IOException | RuntimeException e) {
            PassingTrouble.rethrow(e);
            out.add(Texts.stored("stored.missionCheck.theOriginalFileCannotBe", "reason", e.getMessage()));
            return null;
        }
    }

    /** As it is stored; null where that cannot be read. */
    private List<Series> stored(Mission m, List<String> out) {
        try {
            List<Series> stored = store.recorded(m);
            // a block that does not fit its checksum says so when it is opened
            stored.forEach(s -> s.blocks().forEach(Block::values));
            out.addAll(summaries.troubles(m));
            return stored;
        } catch (RuntimeException e) {
            PassingTrouble.rethrow(e);
            out.add(Texts.stored("stored.missionCheck.itsStoredRecordCannotBe", "reason", e.getMessage()));
            return null;
        }
    }

    /** @param corrected whether the stored one is corrected for how the logger's clock went */
    private static void series(List<Series> again, List<Series> stored, boolean corrected, List<String> out) {
        if (!again.stream()
                .map(Series::channel)
                .toList()
                .equals(stored.stream().map(Series::channel).toList())) {
            out.add(Texts.stored(
                    "stored.missionCheck.itsChannelsDifferFromIts",
                    "toList",
                    stored.stream().map(Series::label).toList(),
                    "toList2",
                    again.stream().map(Series::label).toList()));
            return;
        }
        for (int i = 0; i < again.size(); i++) {
            Series should = again.get(i);
            Series is = stored.get(i);
            if (should.axis().count() != is.axis().count()) {
                out.add(Texts.stored(
                        "stored.missionCheck.hasSamplesItsCapture",
                        "label",
                        is.label(),
                        "count",
                        is.axis().count(),
                        "count2",
                        should.axis().count()));
                continue;
            }
            long late = lateFrom(should.axis(), is.axis(), corrected);
            if (late < is.axis().count()) {
                out.add(Texts.stored(
                        "stored.missionCheck.hasSampleAtItsCapture",
                        "label",
                        is.label(),
                        "late",
                        late,
                        "instantAt",
                        is.axis().instantAt(late),
                        "corrected",
                        Instant.ofEpochMilli(
                                corrected
                                        ? should.axis().millisAt(late)
                                        : should.axis().ownMillisAt(late))));
                continue;
            }
            for (int b = 0; b < should.blocks().size(); b++) {
                double[] x = should.blocks().get(b).values();
                double[] y = is.blocks().get(b).values();
                int differs = Arrays.mismatch(x, y);
                if (differs >= 0) {
                    out.add(Texts.stored(
                            "stored.missionCheck.isAtSampleInIts",
                            "label",
                            is.label(),
                            "differs",
                            y[differs],
                            "differs2",
                            (should.blocks().get(b).firstIndex() + differs),
                            "differs3",
                            x[differs]));
                    break;
                }
            }
        }
    }

    /** The first sample whose instants differ; their number where none do. */
    private static long lateFrom(TimeAxis should, TimeAxis is, boolean corrected) {
        long i = 0;
        while (i < is.count()
                && should.ownMillisAt(i) == is.ownMillisAt(i)
                && (!corrected || should.millisAt(i) == is.millisAt(i))) {
            i++;
        }
        return i;
    }

    private void judgement(Mission m, List<Series> record, List<String> out) {
        String kept = evaluation.text(m);
        if (kept == null) {
            if (m.collected()) {
                out.add(Texts.stored("stored.missionCheck.itsVerdictIsMissing"));
            }
            return;
        }
        JudgementDocument document;
        try {
            document = JudgementDocument.read(kept);
        } catch (RuntimeException e) {
            out.add(Texts.stored("stored.missionCheck.itsVerdictCannotBeRead", "reason", e.getMessage()));
            return;
        }
        if (m.records().signedAs() == null) {
            // what was signed was judged by what held then, and is held against the signature
            JudgementDocument now =
                    evaluation.judge(m, 0, record, m.records().collectedAt()).document();
            // as the version said it that kept it
            List<String> differences =
                    JsonDifferences.of(document.json(), now.asOf(document).json());
            differences.stream()
                    .limit(FIGURES)
                    .forEach(d -> out.add(Texts.stored("stored.missionCheck.itsVerdictDiffersWhenCalculated", "d", d)));
            if (differences.size() > FIGURES) {
                out.add(Texts.stored(
                        "stored.missionCheck.itsVerdictDiffersWhenCalculated2",
                        "figures",
                        (differences.size() - FIGURES)));
            }
        }
        if (!document.verdict().equals(m.records().verdict())) {
            out.add(Texts.stored(
                    "stored.missionCheck.listsShowItsVerdictIs",
                    "verdict",
                    m.records().verdict(),
                    "verdict2",
                    document.verdict()));
        }
        findings(m, document, out);
    }

    private void findings(Mission m, JudgementDocument j, List<String> out) {
        Set<String> found = new HashSet<>();
        for (Finding f : findings.about(m.id())) {
            for (Part p : findings.parts(f.id())) {
                if (p.missionId() == m.id() && p.found()) {
                    found.add(key(p.channel(), p.direction(), p.start(), p.end()));
                }
            }
        }
        Set<String> judged = new HashSet<>();
        for (ExcursionDocument e : j.excursions()) {
            ExcursionFields d = ExcursionFields.of(e);
            judged.add(key(e.of().orElse(""), d.direction(), d.start(), d.end()));
        }
        judged.stream()
                .filter(k -> !found.contains(k))
                .sorted()
                .forEach(k -> out.add(Texts.stored("stored.missionCheck.noFindingExistsForAn", "k", k)));
        found.stream()
                .filter(k -> !judged.contains(k))
                .sorted()
                .forEach(k -> out.add(Texts.stored("stored.missionCheck.aFindingExistsForAn", "k", k)));
    }

    private static String key(String channel, String direction, Instant start, Instant end) {
        return Texts.stored(
                "stored.missionCheck.moreDirectionStartToEnd",
                "more",
                (channel.isEmpty() ? Texts.stored("stored.missionCheck.theRecord") : channel),
                "direction",
                direction,
                "start",
                start,
                "end",
                end);
    }
}
