package org.pelerin.app.report.document;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.Base64;
import java.util.HashMap;
import java.util.Map;
import org.pelerin.app.evidence.AuditVerification;
import org.pelerin.app.organisation.House;
import org.pelerin.app.organisation.HouseService;
import org.pelerin.app.organisation.key.DocumentSigner;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.pdf.ArchivePdf;
import org.pelerin.app.platform.pdf.Printed;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.language.CurrentLanguage;
import org.pelerin.core.text.CleanText;
import org.springframework.stereotype.Component;
import org.thymeleaf.spring6.SpringTemplateEngine;

/** Fills the templates of reports, and lays them on the house's paper; web page and PDF have one content and one style sheet. */
@Component
class ReportPages {

    private static final String STYLE = resource("/static/css/report.css");

    /** Laid on pages. */
    record Laid(byte[] pdf, int pages) {}

    private final SpringTemplateEngine templates;
    private final HouseService house;
    private final ArchivePdf pdf;
    private final DocumentSigner signer;
    private final Formats show;

    ReportPages(
            SpringTemplateEngine templates, HouseService house, ArchivePdf pdf, DocumentSigner signer, Formats show) {
        this.signer = signer;
        this.show = show;
        this.templates = templates;
        this.house = house;
        this.pdf = pdf;
    }

    private static String resource(String path) {
        try (InputStream in = ReportPages.class.getResourceAsStream(path)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    String body(String template, Map<String, Object> model) {
        return CleanText.lines(templates.process("report/document/" + template, Printed.of(model)));
    }

    /** What the template of every kind of report needs; to be added to. */
    Map<String, Object> model(Report r, Instant at, AuditVerification.Head head, String sentence) {
        Map<String, Object> out = new HashMap<>();
        out.put("r", r);
        out.put("at", at);
        out.put("head", head);
        out.put("sentence", sentence);
        out.put("show", show);
        out.put("house", house());
        out.put("logo", logo());
        return out;
    }

    House house() {
        return house.house();
    }

    /** The logo as an address that holds it; null for none. */
    private String logo() {
        return house.logo()
                .map(l -> "data:" + l.type() + ";base64," + Base64.getEncoder().encodeToString(l.bytes()))
                .orElse(null);
    }

    Laid lay(long report, Composed c, Instant at) throws IOException {
        String foot = Texts.of("report.document.reportPages.foot", "report", report, "title", c.title())
                .replaceAll("[^\\p{L}\\p{N} .,:/–#·-]", " ")
                .strip();
        String page = "@page { size: " + house().paper().css() + "; margin: 17mm 16mm 18mm 16mm;"
                + " @bottom-left { content: \"" + foot + "\"; font: 8pt Next; color: #4a5a60; }"
                + " @bottom-right { content: \"" + Texts.of("report.document.reportPages.page")
                + " \" counter(page) \" "
                + Texts.of("report.document.reportPages.of")
                + " \" counter(pages); font: 8pt Next; color: #4a5a60; } }";
        String html = "<!DOCTYPE html><html lang=\"" + CurrentLanguage.get().getLanguage()
                + "\" xmlns=\"http://www.w3.org/1999/xhtml\"><head><title>"
                + escaped(ReportMark.title(report, c.title())) + "</title><meta name=\"description\" content=\""
                + escaped(c.sentence())
                + "\"/><meta name=\"author\" content=\""
                + escaped(house().name().isBlank() ? "Pelerin" : house().name())
                + "\"/><style>" + STYLE + page + "</style></head><body><div class=\"report\">" + c.body()
                + "</div></body></html>";
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        int pages = pdf.write(html, c.files(), at, out);
        return new Laid(signer.signed(out.toByteArray(), at), pages);
    }

    private static String escaped(String text) {
        return text.replace("&", "&amp;")
                .replace("<", "&lt;")
                .replace(">", "&gt;")
                .replace("\"", "&quot;");
    }
}
