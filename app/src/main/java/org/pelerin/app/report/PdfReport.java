package org.pelerin.app.report;

import java.io.IOException;
import java.io.OutputStream;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.pelerin.app.judge.MissionText;
import org.pelerin.app.platform.pdf.PdfPages;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.series.Series;
import org.pelerin.core.stats.MeanKineticTemperature;
import org.springframework.stereotype.Service;

/** A mission's report: verdict, chart, excursions, settings, figures and hashes, as PDF made on the server. */
@Service
class PdfReport {

    private final PdfPages pages;
    private final Formats show;
    private final Clock clock;

    PdfReport(PdfPages pages, Formats show, Clock clock) {
        this.pages = pages;
        this.show = show;
        this.clock = clock;
    }

    /** A chart a series; a second table says the same at a coarser grain and has none. */
    private List<String> charts(Dossier d) {
        List<List<Series>> tables = d.tables();
        return IntStream.range(0, tables.size())
                .filter(t -> t == 0 || tables.get(t).get(0).axis().events())
                .boxed()
                .flatMap(t -> tables.get(t).stream())
                .map(s -> ReportChart.draw(d, s, show))
                .toList();
    }

    void write(Dossier d, String by, OutputStream out) throws IOException {
        Map<String, Object> model = Map.ofEntries(
                Map.entry("d", d),
                Map.entry("show", show),
                Map.entry("sentence", MissionText.verdict(d.judgement(), d.zone(), show)),
                Map.entry("charts", charts(d)),
                Map.entry("disturbances", d.disturbances()),
                Map.entry("mkt", d.judgement().series().stream().anyMatch(c -> c.mkt() != null)),
                Map.entry("enthalpy", MeanKineticTemperature.DEFAULT_ENTHALPY),
                Map.entry("madeAt", clock.instant()),
                Map.entry("by", by));
        pages.write("report/mission", model, out);
    }
}
