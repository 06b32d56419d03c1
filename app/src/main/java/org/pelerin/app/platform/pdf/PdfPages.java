package org.pelerin.app.platform.pdf;

import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FSFontUseCase;
import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.svgsupport.BatikSVGDrawer;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.EnumSet;
import java.util.Map;
import java.util.Set;
import org.pelerin.core.text.CleanText;
import org.springframework.stereotype.Component;
import org.thymeleaf.spring6.SpringTemplateEngine;

/** Turns a template into a PDF in the application's own type. */
@Component
public class PdfPages {

    private final SpringTemplateEngine templates;

    PdfPages(SpringTemplateEngine templates) {
        this.templates = templates;
    }

    public void write(String template, Map<String, Object> model, OutputStream out) throws IOException {
        PdfRendererBuilder pdf = builder(templates.process(template, Printed.of(model)));
        pdf.toStream(out);
        pdf.run();
    }

    static PdfRendererBuilder builder(String html) {
        PdfRendererBuilder pdf = new PdfRendererBuilder();
        pdf.useFastMode();
        font(pdf, "/fonts/next-regular.ttf", 400);
        font(pdf, "/fonts/next-bold.ttf", 700);
        pdf.useSVGDrawer(new BatikSVGDrawer());
        // XML can hold no control characters, whatever way they came in
        pdf.withHtmlContent(CleanText.lines(html), null);
        pdf.withProducer("Pelerin");
        return pdf;
    }

    /** In drawings too. */
    private static final Set<FSFontUseCase> EVERYWHERE = EnumSet.of(FSFontUseCase.DOCUMENT, FSFontUseCase.SVG);

    private static void font(PdfRendererBuilder pdf, String resource, int weight) {
        pdf.useFont(() -> open(resource), "Next", weight, FontStyle.NORMAL, true, EVERYWHERE);
    }

    private static InputStream open(String resource) {
        return PdfPages.class.getResourceAsStream(resource);
    }
}
