package org.pelerin.app.report.export;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.IOException;
import java.io.Writer;
import java.math.BigDecimal;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.pelerin.app.platform.text.CsvCell;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.report.dossier.AssessedTime;
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
 * {@value SignificantDigits#DIGITS} significant digits, as they were judged, and whether it counts. A missing sample is an empty cell. Other forms are {@link CsvForm}’s.
 */
public final class CsvExport {

    private static final DateTimeFormatter INSTANT = DateTimeFormatter.ofPattern("yyyy-MM-dd'T'HH:mm:ss.SSSxxx");

    private static final DateTimeFormatter LOCAL = DateTimeFormatter.ofPattern("yyyy-MM-dd HH:mm:ss.SSS");

    /** What the line begins with that says how a file is written. */
    public static final String FORM = "Form: ";

    /** The column that says whether a sample counts. */
    static final String ASSESSED = "Assessed";

    private CsvExport() {}

    /** @param inUnits units in which values are written */
    public static void write(Dossier d, CsvForm form, ShownUnits inUnits, Writer out) throws IOException {
        List<Series> series = columns(d, form);
        for (String line : header(d)) {
            comment(line, out);
        }
        if (!form.whole()) {
            comment("A part of the record: what was shown of it", out);
        }
        comment(FORM + form.text(converted(series, inUnits)), out);
        rows(series, form, d.zone(), inUnits, d.particulars().assessed(), out);
    }

    /** The units that something is converted into. */
    static List<String> converted(List<Series> series, ShownUnits inUnits) {
        return series.stream()
                .map(s -> s.unit().shown(inUnits))
                .filter(u -> !u.same())
                .map(Conversion::symbol)
                .distinct()
                .toList();
    }

    private static void comment(String line, Writer out) throws IOException {
        out.write("# " + CleanText.line(line).replace('\u00a0', ' ') + "\r\n");
    }

    /**
     * The header row and a row a sample, or a step, of series that share their instants.
     *
     * @param site where the form names no zone
     */
    public static void rows(List<Series> series, CsvForm form, ZoneId site, ShownUnits inUnits, Writer out)
            throws IOException {
        rows(series, form, site, inUnits, null, out);
    }

    /** @param assessed says of each sample whether it counts, in a last column; null for no such column */
    private static void rows(
            List<Series> series, CsvForm form, ZoneId site, ShownUnits inUnits, AssessedTime assessed, Writer out)
            throws IOException {
        CsvWriter csv = CsvWriter.builder()
                .fieldSeparator(form.separator().sign())
                .lineDelimiter(LineDelimiter.CRLF)
                .build(out);
        Conversion[] units = series.stream().map(s -> s.unit().shown(inUnits)).toArray(Conversion[]::new);
        Times times = new Times(form, site);
        List<String> head = new ArrayList<>(times.head());
        String[] figures = form.step() == null ? new String[] {""} : new String[] {" mean", " least", " greatest"};
        for (int c = 0; c < units.length; c++) {
            for (String figure : figures) {
                head.add(CsvCell.text(column(series.get(c).label() + figure, units[c].symbol())));
            }
        }
        boolean said = assessed != null && form.step() == null && !series.isEmpty();
        if (said) {
            head.add(ASSESSED);
        }
        csv.writeRecord(head);
        String[] cells = new String[head.size()];
        if (form.step() == null) {
            SampleRows.forEach(series, form.from(), form.to(), (index, millis, values) -> {
                int at = times.write(millis, cells);
                for (int c = 0; c < values.length; c++) {
                    cells[at++] = number(units[c].value(values[c]), form);
                }
                if (said) {
                    cells[at] = assessed.of(millis);
                }
                csv.writeRecord(cells);
            });
        } else {
            StepRows.forEach(series, form.from(), form.to(), times.zone, form.step(), (begin, mean, least, most, n) -> {
                int at = times.write(begin, cells);
                for (int c = 0; c < mean.length; c++) {
                    cells[at++] = number(units[c].value(mean[c]), form);
                    cells[at++] = number(units[c].value(least[c]), form);
                    cells[at++] = number(units[c].value(most[c]), form);
                }
                csv.writeRecord(cells);
            });
        }
        csv.flush();
    }

    /** Instants as a form has them. */
    private static final class Times {

        private final CsvForm.TimeForm form;
        private final ZoneId zone;

        Times(CsvForm form, ZoneId site) {
            this.form = form.time();
            this.zone = form.zone() == null ? site : form.zone();
        }

        List<String> head() {
            return switch (form) {
                case ISO -> List.of("Time");
                case LOCAL -> List.of("Time (" + zone.getId() + ")", "UTC offset");
                case MS -> List.of("Time (ms since 1970 UTC)");
            };
        }

        /** @return where the next cell is */
        int write(long millis, String[] cells) {
            if (form == CsvForm.TimeForm.MS) {
                cells[0] = Long.toString(millis);
                return 1;
            }
            ZonedDateTime t = Instant.ofEpochMilli(millis).atZone(zone);
            if (form == CsvForm.TimeForm.ISO) {
                cells[0] = INSTANT.format(t);
                return 1;
            }
            cells[0] = LOCAL.format(t);
            cells[1] = t.getOffset().getId().replace("Z", "+00:00");
            return 2;
        }
    }

    private static List<Series> columns(Dossier d, CsvForm part) {
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
    private static String number(double v, CsvForm form) {
        if (Double.isNaN(v)) {
            return "";
        }
        String text = BigDecimal.valueOf(SignificantDigits.rounded(v)).toPlainString();
        return form.commaDecimal() ? text.replace('.', ',') : text;
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
