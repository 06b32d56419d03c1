package org.pelerin.app.report;

import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.svgsupport.BatikSVGDrawer;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.time.Clock;
import java.util.Locale;
import org.pelerin.app.mission.MissionText;
import org.pelerin.app.platform.web.Show;
import org.springframework.stereotype.Service;
import org.thymeleaf.context.Context;
import org.thymeleaf.spring6.SpringTemplateEngine;

/** A mission's report: verdict, chart, excursions, settings, figures and hashes, as PDF made on the server. */
@Service
class PdfReport {

    private final SpringTemplateEngine templates;
    private final Show show;
    private final Clock clock;

    PdfReport(SpringTemplateEngine templates, Show show, Clock clock) {
        this.templates = templates;
        this.show = show;
        this.clock = clock;
    }

    void write(Dossier d, String by, OutputStream out) throws IOException {
        Context context = new Context(Locale.UK);
        context.setVariable("d", d);
        context.setVariable("show", show);
        context.setVariable("sentence", MissionText.verdict(d.judgement(), d.zone(), show));
        context.setVariable(
                "charts",
                d.series().stream().map(s -> ReportChart.draw(d, s, show)).toList());
        context.setVariable("madeAt", clock.instant());
        context.setVariable("by", by);
        String html = templates.process("report/mission", context);
        PdfRendererBuilder pdf = new PdfRendererBuilder();
        pdf.useFastMode();
        BatikSVGDrawer svg = new BatikSVGDrawer();
        font(pdf, "/fonts/next-regular.ttf", 400);
        font(pdf, "/fonts/next-bold.ttf", 700);
        pdf.useSVGDrawer(svg);
        pdf.withHtmlContent(html, null);
        pdf.withProducer("Pelerin");
        pdf.toStream(out);
        pdf.run();
    }

    private static void font(PdfRendererBuilder pdf, String resource, int weight) {
        pdf.useFont(() -> open(resource), "Next", weight, FontStyle.NORMAL, true);
    }

    private static InputStream open(String resource) {
        return PdfReport.class.getResourceAsStream(resource);
    }
}
