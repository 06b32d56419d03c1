package org.pelerin.app.report.document;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.function.Consumer;
import org.pelerin.app.platform.pdf.AttachedFile;
import tools.jackson.databind.json.JsonMapper;

/** Data that a report shows, as files that are embedded in it. */
final class DataFile {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private DataFile() {}

    /** RFC 4180. @param rows writes them, the header first */
    static AttachedFile csv(String name, String what, Consumer<CsvWriter> rows) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (CsvWriter csv = CsvWriter.builder()
                .lineDelimiter(LineDelimiter.CRLF)
                .build(new OutputStreamWriter(out, StandardCharsets.UTF_8))) {
            rows.accept(csv);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return new AttachedFile(name, "text/csv", what, true, out.toByteArray());
    }

    static AttachedFile json(String name, String what, Object value) {
        return json(name, what, JSON.writerWithDefaultPrettyPrinter().writeValueAsString(value));
    }

    static AttachedFile json(String name, String what, String text) {
        return new AttachedFile(name, "application/json", what, true, text.getBytes(StandardCharsets.UTF_8));
    }
}
