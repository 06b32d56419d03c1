package org.pelerin.app.report;

import java.io.IOException;
import java.io.OutputStream;
import java.time.Clock;
import java.util.Map;
import org.pelerin.app.mission.MissionText;
import org.pelerin.app.platform.pdf.PdfPages;
import org.pelerin.app.platform.web.Show;
import org.springframework.stereotype.Service;

/** A mission's report: verdict, chart, excursions, settings, figures and hashes, as PDF made on the server. */
@Service
class PdfReport {

    private final PdfPages pages;
    private final Show show;
    private final Clock clock;

    PdfReport(PdfPages pages, Show show, Clock clock) {
        this.pages = pages;
        this.show = show;
        this.clock = clock;
    }

    void write(Dossier d, String by, OutputStream out) throws IOException {
        Map<String, Object> model = Map.of(
                "d",
                d,
                "show",
                show,
                "sentence",
                MissionText.verdict(d.judgement(), d.zone(), show),
                "charts",
                d.series().stream().map(s -> ReportChart.draw(d, s, show)).toList(),
                "madeAt",
                clock.instant(),
                "by",
                by);
        pages.write("report/mission", model, out);
    }
}
