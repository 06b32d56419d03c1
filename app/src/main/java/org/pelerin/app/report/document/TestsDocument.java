package org.pelerin.app.report.document;

import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.pelerin.app.collect.timed.Curve;
import org.pelerin.app.collect.timed.TimedTest;
import org.pelerin.app.collect.timed.TimedTests;
import org.pelerin.app.evidence.AuditVerification;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.pdf.AttachedFile;
import org.pelerin.app.platform.web.Formats;
import org.springframework.stereotype.Service;

/** One report of several timed tests: a summary of all, then each with its curve, and their values embedded. */
@Service
class TestsDocument implements ReportComposer {

    private static final int STEPS = 3;

    /** A test with its curve. */
    public record Line(TimedTest test, Curve curve, List<Curve.Quotient> quotients) {}

    private final TimedTests tests;
    private final ReportPages pages;
    private final Formats show;

    TestsDocument(TimedTests tests, ReportPages pages, Formats show) {
        this.tests = tests;
        this.pages = pages;
        this.show = show;
    }

    @Override
    public ReportKind kind() {
        return ReportKind.TESTS;
    }

    @Override
    public Composed compose(Report r, Instant at, AuditVerification.Head head, Composed.Progress progress)
            throws IOException {
        progress.at(0, STEPS);
        List<Line> lines = r.spec().tests().stream()
                .flatMap(i -> tests.find(i).stream())
                .flatMap(t -> tests.curve(t).map(c -> new Line(t, c, c.quotients(t.elapsed()))).stream())
                .toList();
        if (lines.isEmpty()) {
            throw new NothingToReportException(Texts.of("report.document.testsDocument.noneOfTheTestsHas"));
        }
        progress.at(1, STEPS);
        List<AttachedFile> files = new ArrayList<>();
        lines.forEach(l -> files.add(DataFile.csv(
                "test-" + l.test().id() + ".csv",
                Texts.of(
                        "report.document.testsDocument.theReadingsOf",
                        "name",
                        l.test().name()),
                csv -> rows(l, csv))));
        files.add(DataFile.json(
                "tests.json",
                Texts.of("report.document.testsDocument.theTestsAndTheirRatios"),
                lines.stream().map(TestsDocument::told).toList()));
        String sentence = sentence(lines);
        Map<String, Object> model = pages.model(r, at, head, sentence);
        model.put("zone", show.home());
        model.put("lines", lines);
        model.put("files", ReportFile.of(files));
        String body = pages.body("tests", model);
        progress.at(2, STEPS);
        return new Composed(r.title(), sentence, body, files);
    }

    private String sentence(List<Line> lines) {
        List<String> subjects =
                lines.stream().map(l -> l.test().subject()).distinct().toList();
        return Texts.of(
                "report.document.testsDocument.timedTestsOf",
                "timedTests",
                lines.size(),
                "x",
                String.join(", ", subjects));
    }

    private static Map<String, Object> told(Line l) {
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("test", l.test().name());
        out.put("logger", l.test().serial());
        out.put("channel", l.test().channel());
        out.put("unit", l.curve().unit());
        out.put("begun", l.test().begunAt().toString());
        out.put("lasted", l.curve().elapsed().toString());
        out.put(
                "ratios",
                l.quotients().stream()
                        .map(q -> {
                            Map<String, Object> ratio = new LinkedHashMap<>();
                            ratio.put("early", q.ratio().early().toString());
                            ratio.put("late", q.ratio().late().toString());
                            ratio.put("valueEarly", q.early());
                            ratio.put("valueLate", q.late());
                            ratio.put("ratio", q.value());
                            return ratio;
                        })
                        .toList());
        return out;
    }

    private static void rows(Line l, CsvWriter csv) {
        csv.writeRecord("elapsed [s]", l.test().channel() + " [" + l.curve().unit() + "]");
        for (int i = 0; i < l.curve().values().size(); i++) {
            double v = l.curve().values().get(i);
            csv.writeRecord(
                    String.valueOf(l.curve().every().multipliedBy(i).toMillis() / 1000.0),
                    Double.isNaN(v) ? "" : String.valueOf(v));
        }
    }
}
