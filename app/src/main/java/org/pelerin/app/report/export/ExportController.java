package org.pelerin.app.report.export;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.pelerin.app.platform.PelerinProperties;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.report.dossier.Dossier;
import org.pelerin.core.unit.ShownUnits;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;

/** Hands a mission over as a file of its data. */
@Controller
class ExportController {

    private final Dossier.Clerk clerk;
    private final String pattern;

    ExportController(Dossier.Clerk clerk, PelerinProperties properties) {
        this.clerk = clerk;
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
            ShownUnits inUnits,
            HttpServletResponse response)
            throws IOException {
        Dossier d = gather(id);
        if (table < 0 || table > 0 && table >= d.tables().size()) {
            throw new NotThereException("Mission " + id + " has no table " + (table + 1) + ".");
        }
        begin(
                response,
                "text/csv;charset=UTF-8",
                FileNames.of(d, pattern, table == 0 ? "csv" : "table" + (table + 1) + ".csv"));
        Writer out = new OutputStreamWriter(response.getOutputStream(), StandardCharsets.UTF_8);
        CsvExport.Part part = new CsvExport.Part(
                table, channels, from == null ? Long.MIN_VALUE : from, to == null ? Long.MAX_VALUE : to + 1);
        CsvExport.write(d, part, inUnits, out);
        out.flush();
    }

    @GetMapping("/missions/{id}/samples.xlsx")
    void xlsx(@PathVariable long id, ShownUnits inUnits, HttpServletResponse response) throws IOException {
        Dossier d = gather(id);
        begin(
                response,
                "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
                FileNames.of(d, pattern, "xlsx"));
        XlsxExport.write(d, inUnits, response.getOutputStream());
    }

    private Dossier gather(long id) {
        return clerk.gather(id).orElseThrow(() -> new NotThereException("There is no collected mission " + id + "."));
    }

    private static void begin(HttpServletResponse response, String type, String name) {
        response.setContentType(type);
        response.setHeader("Content-Disposition", "attachment; filename=\"" + name + "\"");
        response.setHeader("Cache-Control", "no-store");
    }
}
