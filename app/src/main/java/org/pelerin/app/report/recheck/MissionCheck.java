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
        signing.altered(m).forEach(d -> out.add("What was signed is not what is there: " + d));
        return out.size() > MOST_DIFFERENCES
                ? concat(out.subList(0, MOST_DIFFERENCES), "and " + (out.size() - MOST_DIFFERENCES) + " more")
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
                    out.add("Its disturbances from number " + other + " on are not those of its capture");
                }
                return again.series();
            } catch (RuntimeException e) {
                out.add("Its capture cannot be decoded: " + e.getMessage());
                return null;
            }
        }
        Optional<ForeignFile> file = files.ofMission(m.id());
        if (file.isEmpty()) {
            out.add("Neither a capture nor a file is kept that it could follow from");
            return null;
        }
        if (!files.reckoned(file.get().id()).equals(file.get().sha256())) {
            out.add("The file that it was made of has another hash than when it was handed in");
            return null;
        }
        try {
            return fileRecord.again(file.get());
        } catch (IOException | RuntimeException e) {
            out.add("The file that it was made of cannot be read again: " + e.getMessage());
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
            out.add("Its stored record cannot be read: " + e.getMessage());
            return null;
        }
    }

    /** @param corrected whether the stored one is corrected for how the logger's clock went */
    private static void series(List<Series> again, List<Series> stored, boolean corrected, List<String> out) {
        if (!again.stream()
                .map(Series::channel)
                .toList()
                .equals(stored.stream().map(Series::channel).toList())) {
            out.add("It has other channels than its capture: "
                    + stored.stream().map(Series::label).toList() + " in place of "
                    + again.stream().map(Series::label).toList());
            return;
        }
        for (int i = 0; i < again.size(); i++) {
            Series should = again.get(i);
            Series is = stored.get(i);
            if (should.axis().count() != is.axis().count()) {
                out.add("“" + is.label() + "” has " + is.axis().count() + " samples, its capture "
                        + should.axis().count());
                continue;
            }
            long late = lateFrom(should.axis(), is.axis(), corrected);
            if (late < is.axis().count()) {
                out.add("“" + is.label() + "” has sample " + late + " at "
                        + is.axis().instantAt(late) + ", its capture at "
                        + Instant.ofEpochMilli(
                                corrected
                                        ? should.axis().millisAt(late)
                                        : should.axis().ownMillisAt(late)));
                continue;
            }
            for (int b = 0; b < should.blocks().size(); b++) {
                double[] x = should.blocks().get(b).values();
                double[] y = is.blocks().get(b).values();
                int differs = Arrays.mismatch(x, y);
                if (differs >= 0) {
                    out.add("“" + is.label() + "” is " + y[differs] + " at sample "
                            + (should.blocks().get(b).firstIndex() + differs) + ", in its capture " + x[differs]);
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
                out.add("Its judgement is not there any more");
            }
            return;
        }
        JudgementDocument document;
        try {
            document = JudgementDocument.read(kept);
        } catch (RuntimeException e) {
            out.add("Its judgement cannot be read: " + e.getMessage());
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
                    .forEach(d -> out.add("Its judgement is not what is judged again: " + d));
            if (differences.size() > FIGURES) {
                out.add("Its judgement is not what is judged again: " + (differences.size() - FIGURES)
                        + " more figures differ");
            }
        }
        if (!document.verdict().equals(m.records().verdict())) {
            out.add("Lists call it " + m.records().verdict() + ", its judgement " + document.verdict());
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
                .forEach(k -> out.add("No finding is about a departure that its judgement has: " + k));
        found.stream()
                .filter(k -> !judged.contains(k))
                .sorted()
                .forEach(k -> out.add("A finding is about a departure that its judgement does not have: " + k));
    }

    private static String key(String channel, String direction, Instant start, Instant end) {
        return (channel.isEmpty() ? "the record" : channel) + " " + direction + ", " + start + " to " + end;
    }
}
