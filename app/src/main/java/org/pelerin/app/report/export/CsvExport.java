package org.pelerin.app.report.export;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.IOException;
import java.io.Writer;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.pelerin.app.platform.text.CsvCell;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.report.dossier.Dossier;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Durations;
import org.pelerin.core.series.Series;
import org.pelerin.core.text.CleanText;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.SignificantDigits;

/**
 * A mission as CSV (RFC 4180, UTF-8): lines that begin with {@code #} say what, where, who and the limits; then a header
 * row and one row a sample, its instant in ISO 8601 with offset and milliseconds, its values in decimal notation to
 * {@value SignificantDigits#DIGITS} significant digits, as they were judged. A missing sample is an empty cell.
 */
public final class CsvExport {

    private static final DateTimeFormatter INSTANT = DateTimeFormatter.ofPattern("yyyy-MM-dd'T'HH:mm:ss.SSSxxx");

    private CsvExport() {}

    /**
     * What of a mission is written.
     *
     * @param table of the mission's tables, from 0; one that is not there gives the header row alone
     * @param channels numbers of the columns, in their order; null for all of the table
     * @param from in ms, inclusive, and {@code to}, exclusive
     */
    public record Part(int table, List<Integer> channels, long from, long to) {

        public static Part all(int table) {
            return new Part(table, null, Long.MIN_VALUE, Long.MAX_VALUE);
        }

        boolean whole() {
            return channels == null && from == Long.MIN_VALUE && to == Long.MAX_VALUE;
        }
    }

    /** @param inUnits whether temperatures are written in °F */
    public static void write(Dossier d, Part part, ShownUnits inUnits, Writer out) throws IOException {
        List<Series> series = columns(d, part);
        for (String line : header(d)) {
            out.write("# " + CleanText.line(line).replace('\u00a0', ' ') + "\r\n");
        }
        if (!part.whole()) {
            out.write("# A part of the record: what was shown of it\r\n");
        }
        rows(series, part.from(), part.to(), d.zone(), inUnits, out);
    }

    /**
     * The header row and a row a sample of series that share their instants.
     *
     * @param from in ms, inclusive, and {@code to}, exclusive
     */
    public static void rows(List<Series> series, long from, long to, ZoneId zone, ShownUnits inUnits, Writer out)
            throws IOException {
        CsvWriter csv = CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(out);
        List<String> head = new ArrayList<>();
        head.add("Time");
        for (Series s : series) {
            head.add(CsvCell.text(column(s.label(), s.unit().shown(inUnits).symbol())));
        }
        Conversion[] units = series.stream().map(s -> s.unit().shown(inUnits)).toArray(Conversion[]::new);
        csv.writeRecord(head);
        String[] cells = new String[head.size()];
        SampleRows.forEach(series, from, to, (index, millis, values) -> {
            cells[0] = INSTANT.format(Instant.ofEpochMilli(millis).atZone(zone));
            for (int c = 0; c < values.length; c++) {
                cells[c + 1] = number(units[c].value(values[c]));
            }
            csv.writeRecord(cells);
        });
        csv.flush();
    }

    private static List<Series> columns(Dossier d, Part part) {
        List<Series> table = part.table() < d.tables().size() ? d.tables().get(part.table()) : List.of();
        return part.channels() == null
                ? table
                : part.channels().stream()
                        .filter(c -> c >= 0 && c < d.series().size())
                        .map(d.series()::get)
                        .filter(table::contains)
                        .toList();
    }

    /** What stands over a column. */
    static String column(String label, String unit) {
        return unit.isEmpty() ? label : label + " (" + unit + ")";
    }

    /** Without an exponent; empty for a sample that is missing. */
    private static String number(double v) {
        return Double.isNaN(v)
                ? ""
                : BigDecimal.valueOf(SignificantDigits.rounded(v)).toPlainString();
    }

    /** As pages tell it, without their signs for a language. */
    static String percent(double p) {
        return p == 100 ? "100 %" : String.format(Locale.ROOT, "%.1f %%", Formats.share(p));
    }

    public static List<String> header(Dossier d) {
        List<String> out = new ArrayList<>();
        out.add("Mission " + d.mission().id() + " of " + d.mission().serial() + " (" + d.modelName() + ")");
        out.add("Where: "
                + (d.mission().place().site() == null ? "" : d.mission().place().site() + " / ")
                + d.mission().where());
        out.add("Plan: " + d.mission().copy().planName()
                + (d.mission().copy().planVersion() > 0
                        ? ", version " + d.mission().copy().planVersion()
                        : "") + ", every "
                + Durations.format(d.plan().interval()));
        out.add(
                d.mission().device().model().equals(ModelCatalogue.FILE)
                        ? "Read in from a file by " + d.mission().records().collectedBy()
                        : "Written by " + d.mission().course().writtenBy()
                                + (d.mission().collected()
                                        ? ", collected by "
                                                + d.mission().records().collectedBy()
                                        : ", still recording"));
        if (!d.particulars().intake().isEmpty()) {
            out.add("Rows: " + d.particulars().intake());
        }
        out.add("Times in " + d.zone().getId() + ", clock " + d.evidence().clock());
        if (d.limits().rules().isEmpty() && d.limits().gapRules().isEmpty()) {
            out.add("Limits: none");
        }
        if (d.inForce().set() != null) {
            out.add("Limits: " + d.inForce().words());
        }
        d.limitLines().forEach(line -> out.add("Limit: " + line));
        out.add("Verdict: " + d.judgement().verdict() + ", coverage "
                + percent(d.judgement().coverage()));
        d.particulars().judged().forEach(line -> out.add("Judged: " + line));
        out.add(d.evidence().title() + ": " + d.evidence().told());
        return out;
    }
}
