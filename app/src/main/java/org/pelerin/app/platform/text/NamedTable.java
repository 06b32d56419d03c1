package org.pelerin.app.platform.text;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.text.CleanText;

/** Our own tables as CSV (RFC 4180, UTF-8) with named columns, written here and read as people give them back. */
public final class NamedTable {

    /** Lines that are read in one go. */
    public static final int MOST_ROWS = 10_000;

    private NamedTable() {}

    /**
     * A line with its cells by column, blanks around them taken off; columns that the file does not have are not there.
     *
     * @param at “Line 3: ”, to begin an error with
     */
    public record Row(String at, Map<String, String> cells) {

        public String cell(String column) {
            return cells.getOrDefault(column, "");
        }
    }

    /** Rows that were read, and what is wrong with the table as such; then there are none. */
    public record Read(List<Row> rows, List<String> errors) {}

    public static String write(List<String> columns, List<List<String>> rows) {
        StringWriter out = new StringWriter();
        try (CsvWriter csv =
                CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(out)) {
            csv.writeRecord(columns);
            rows.forEach(row -> csv.writeRecord(row.stream().map(CsvCell::text).toList()));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toString();
    }

    /**
     * Reads what people make of such a file: comma, semicolon or tab, columns in any order, unknown ones refused.
     *
     * @param needed the column that must be there
     */
    public static Read read(String text, List<String> columns, String needed) {
        String clean = text.startsWith("\ufeff") ? text.substring(1) : text;
        String head = clean.lines().findFirst().orElse("");
        char parted = head.indexOf('\t') >= 0 ? '\t' : head.indexOf(';') >= 0 ? ';' : ',';
        List<Row> rows = new ArrayList<>();
        List<String> errors = new ArrayList<>();
        try (CsvReader<NamedCsvRecord> csv =
                CsvReader.builder().fieldSeparator(parted).ofNamedCsvRecord(clean)) {
            for (NamedCsvRecord record : csv) {
                if (rows.isEmpty()) {
                    head(record.getHeader(), columns, needed, errors);
                }
                if (!errors.isEmpty()) {
                    return new Read(List.of(), errors);
                }
                if (rows.size() == MOST_ROWS) {
                    return new Read(
                            List.of(),
                            List.of(Texts.of(
                                    "platform.text.namedTable.lineAtMostLinesCan",
                                    "startingLineNumber",
                                    record.getStartingLineNumber(),
                                    "mostRows",
                                    MOST_ROWS)));
                }
                Map<String, String> cells = new LinkedHashMap<>();
                record.getFieldsAsMap()
                        .forEach((k, v) -> cells.put(k.strip(), CleanText.lines(CsvCell.read(v.strip()))));
                rows.add(new Row(
                        Texts.of(
                                "platform.text.namedTable.lineStartingLineNumber",
                                "startingLineNumber",
                                record.getStartingLineNumber()),
                        cells));
            }
        } catch (CsvParseException e) {
            errors.add(Texts.of(
                    "platform.text.namedTable.lineSizeReason", "size", (rows.size() + 2), "reason", e.getMessage()));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return new Read(rows, errors);
    }

    private static void head(List<String> header, List<String> columns, String needed, List<String> errors) {
        header.stream()
                .filter(c -> !columns.contains(c.strip()))
                .forEach(c -> errors.add(
                        Texts.of("platform.text.namedTable.line1ThereIsNo", "c", c, "x", String.join(", ", columns))));
        if (header.stream().noneMatch(c -> c.strip().equals(needed))) {
            errors.add(Texts.of("platform.text.namedTable.line1TheColumnIs", "needed", needed));
        }
    }
}
