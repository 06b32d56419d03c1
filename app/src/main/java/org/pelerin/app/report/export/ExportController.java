package org.pelerin.app.report.export;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.pelerin.app.findings.FindingWords;
import org.pelerin.app.findings.Findings;
import org.pelerin.app.organisation.key.DocumentSigner;
import org.pelerin.app.platform.PelerinProperties;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotDoneException;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.report.dossier.Dossier;
import org.pelerin.core.series.Series;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.proof.SignedFile;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;

/** Hands a mission over as a file of its data. */
@Controller
class ExportController {

    /** The form that was asked for makes no sense. */
    static final class NotExportedException extends NotDoneException {
        NotExportedException(String message) {
            super(message);
        }
    }

    private final Dossier.Clerk clerk;
    private final Findings findings;
    private final Formats show;
    private final DocumentSigner signer;
    private final Clock clock;
    private final String pattern;

    ExportController(
            Dossier.Clerk clerk,
            Findings findings,
            Formats show,
            DocumentSigner signer,
            Clock clock,
            PelerinProperties properties) {
        this.signer = signer;
        this.clock = clock;
        this.clerk = clerk;
        this.findings = findings;
        this.show = show;
        this.pattern = properties.fileNames().isBlank() ? FileNames.USUAL : properties.fileNames();
    }

    /**
     * @param table of the mission's tables, from 0
     * @param channels numbers of the columns; absent for all of the table
     * @param from in ms, inclusive, as {@code to}; absent for the whole record
     */
    @GetMapping("/missions/{id}/samples.csv")
    void csv(
            @PathVariable long id,
            @RequestParam(defaultValue = "0") int table,
            @RequestParam(required = false) List<Integer> channels,
            @RequestParam(required = false) Long from,
            @RequestParam(required = false) Long to,
            @RequestParam(defaultValue = "") String separator,
            @RequestParam(defaultValue = "") String decimal,
            @RequestParam(defaultValue = "") String time,
            @RequestParam(defaultValue = "") String zone,
            @RequestParam(defaultValue = "") String step,
            @RequestParam(defaultValue = "false") boolean signed,
            ShownUnits inUnits,
            HttpServletResponse response)
            throws IOException {
        CsvForm form = form(
                CsvForm.part(
                        table, channels, from == null ? Long.MIN_VALUE : from, to == null ? Long.MAX_VALUE : to + 1),
                separator,
                decimal,
                time,
                zone,
                step);
        Dossier d = gather(id);
        if (table < 0 || table > 0 && table >= d.tables().size()) {
            throw new NotThereException(
                    Texts.of("report.export.exportController.missionHasNoDataTable", "id", id, "table", (table + 1)));
        }
        if (form.step() != null
                && table < d.tables().size()
                && d.tables().get(table).get(0).axis().events()) {
            throw new NotExportedException(Texts.of("report.export.exportController.changesAreExportedOneRow"));
        }
        String name = FileNames.of(d, pattern, table == 0 ? "csv" : "table" + (table + 1) + ".csv");
        give(response, signed, "text/csv;charset=UTF-8", name, file -> {
            Writer out = new OutputStreamWriter(file, StandardCharsets.UTF_8);
            CsvExport.write(d, form, inUnits, out);
            out.flush();
        });
    }

    private static CsvForm form(CsvForm base, String separator, String decimal, String time, String zone, String step) {
        try {
            return CsvForm.of(base, separator, decimal, time, zone, step);
        } catch (CsvForm.NoFormException e) {
            throw new NotExportedException(e.getMessage());
        }
    }

    /** How the record is to be written, to be chosen. */
    @GetMapping("/missions/{id}/export")
    String choose(@PathVariable long id, Model page) {
        Dossier d = gather(id);
        page.addAttribute("room", "missions");
        page.addAttribute("m", d.mission());
        page.addAttribute(
                "tables",
                IntStream.range(0, d.tables().size())
                        .mapToObj(t ->
                                d.tables().get(t).stream().map(Series::label).collect(Collectors.joining(", ")))
                        .toList());
        return "report/export/choose";
    }

    /** Sensor measurement lists (RFC 8428) of one table. */
    @GetMapping("/missions/{id}/samples.senml.json")
    void senml(
            @PathVariable long id,
            @RequestParam(defaultValue = "0") int table,
            @RequestParam(defaultValue = "false") boolean signed,
            HttpServletResponse response)
            throws IOException {
        Dossier d = gather(id);
        if (table < 0 || table >= d.tables().size()) {
            throw new NotThereException(
                    Texts.of("report.export.exportController.missionHasNoDataTable", "id", id, "table", (table + 1)));
        }
        give(
                response,
                signed,
                "application/senml+json",
                FileNames.of(d, pattern, "senml.json"),
                file -> SenmlExport.write(d, table, file));
    }

    @GetMapping("/missions/{id}/samples.xlsx")
    void xlsx(
            @PathVariable long id,
            @RequestParam(defaultValue = "false") boolean signed,
            ShownUnits inUnits,
            HttpServletResponse response)
            throws IOException {
        Dossier d = gather(id);
        give(
                response,
                signed,
                "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
                FileNames.of(d, pattern, "xlsx"),
                file -> XlsxExport.write(d, findings.in(id), new FindingWords(inUnits, show), file));
    }

    private Dossier gather(long id) {
        return clerk.gather(id)
                .orElseThrow(() -> new NotThereException(
                        Texts.of("report.export.exportController.thereIsNoCollectedMission", "id", id)));
    }

    /** @param signed whether its signature goes along, in an archive with it */
    private void give(
            HttpServletResponse response, boolean signed, String type, String name, SignedFile.Content content)
            throws IOException {
        response.setContentType(signed ? "application/zip" : type);
        response.setHeader("Content-Disposition", "attachment; filename=\"" + name + (signed ? ".zip\"" : "\""));
        response.setHeader("Cache-Control", "no-store");
        if (signed) {
            signer.write(response.getOutputStream(), name, clock.instant(), content);
        } else {
            content.write(response.getOutputStream());
        }
    }
}
