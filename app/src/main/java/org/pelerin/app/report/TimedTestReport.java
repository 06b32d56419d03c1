package org.pelerin.app.report;

import jakarta.servlet.http.HttpServletResponse;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.security.Principal;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.pelerin.app.collect.timed.Curve;
import org.pelerin.app.collect.timed.TimedTest;
import org.pelerin.app.collect.timed.TimedTests;
import org.pelerin.app.house.key.DocumentSigner;
import org.pelerin.app.platform.pdf.ArchivePdf;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotThereException;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;

/** One report over several timed tests: a summary of all, then each with its curve. */
@Controller
class TimedTestReport {

    private static final int MOST = 100;

    /** A test with its curve. */
    public record Line(TimedTest test, Curve curve, List<Curve.Quotient> quotients) {}

    private final TimedTests tests;
    private final ArchivePdf pages;
    private final DocumentSigner signer;
    private final Formats show;
    private final Clock clock;

    TimedTestReport(TimedTests tests, ArchivePdf pages, Formats show, Clock clock, DocumentSigner signer) {
        this.signer = signer;
        this.tests = tests;
        this.pages = pages;
        this.show = show;
        this.clock = clock;
    }

    @GetMapping("/tests/report.pdf")
    void pdf(@RequestParam(defaultValue = "") List<Long> id, Principal me, HttpServletResponse response)
            throws IOException {
        List<Line> lines = id.stream()
                .filter(Objects::nonNull)
                .distinct()
                .limit(MOST)
                .flatMap(i -> tests.find(i).stream())
                .flatMap(t -> tests.curve(t).map(c -> new Line(t, c, c.quotients(t.elapsed()))).stream())
                .toList();
        if (lines.isEmpty()) {
            throw new NotThereException("Choose at least one test that has readings.");
        }
        response.setContentType("application/pdf");
        response.setHeader("Content-Disposition", "attachment; filename=\"timed-tests.pdf\"");
        response.setHeader("Cache-Control", "no-store");
        ByteArrayOutputStream pdf = new ByteArrayOutputStream();
        pages.write(
                "report/timed",
                Map.of(
                        "lines",
                        lines,
                        "show",
                        show,
                        "zone",
                        show.home(),
                        "madeAt",
                        clock.instant(),
                        "by",
                        me.getName()),
                pdf);
        response.getOutputStream().write(signer.signed(pdf.toByteArray(), clock.instant()));
    }
}
