package org.pelerin.app.report.export;

import java.io.IOException;
import java.io.OutputStream;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.pelerin.app.findings.Finding;
import org.pelerin.app.findings.FindingWords;
import org.pelerin.app.record.DisturbanceRow;
import org.pelerin.app.report.dossier.Dossier;
import org.pelerin.app.review.Figures;
import org.pelerin.core.exchange.ExcursionDocument;
import org.pelerin.core.exchange.ExcursionFields;
import org.pelerin.core.plan.ChannelText;
import org.pelerin.core.plan.Durations;
import org.pelerin.core.series.Series;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.SignificantDigits;
import org.pelerin.core.unit.Unit;

/**
 * A mission as a workbook: what it is, its excursions, its samples. Instants are real date cells in the site's time,
 * formatted so that seconds show, with the offset from UTC beside them.
 */
public final class XlsxExport {

    private static final String DATE = "yyyy-mm-dd hh:mm:ss";
    /** Rows that a sheet holds, less the head. */
    static final int MOST_ROWS = 1_048_575;

    private static final int MOST_CHARACTERS = 32_767;

    private XlsxExport() {}

    /**
     * @param findings about it
     * @param words of theirs, in the units in which values are written
     */
    public static void write(Dossier d, List<Finding> findings, FindingWords words, OutputStream out)
            throws IOException {
        ShownUnits inUnits = words.inUnits();
        try (Workbook book = new Workbook(out, "Pelerin", "1.0")) {
            about(d, inUnits, book.newWorksheet("Mission"));
            settings(d, book.newWorksheet("Settings"));
            excursions(d, inUnits, book.newWorksheet("Excursions"));
            findings(findings, words, d, book.newWorksheet("Findings"));
            statistics(d, inUnits, book.newWorksheet("Statistics"));
            if (!d.disturbances().isEmpty()) {
                disturbances(d, book.newWorksheet("Disturbances"));
            }
            samples(d, inUnits, book);
        }
    }

    private static void about(Dossier d, ShownUnits inUnits, Worksheet sheet) throws IOException {
        List<String> lines = new ArrayList<>(CsvExport.header(d));
        lines.add(CsvExport.FORM + CsvForm.all(0).text(CsvExport.converted(d.series(), inUnits)));
        for (int i = 0; i < lines.size(); i++) {
            sheet.value(i, 0, lines.get(i));
        }
        sheet.width(0, 90);
        sheet.finish();
    }

    private static void settings(Dossier d, Worksheet sheet) throws IOException {
        head(sheet, List.of("Setting", "Value"));
        int r = 1;
        r = setting(sheet, r, "Plan", d.mission().copy().planName());
        r = setting(sheet, r, "Interval", Durations.format(d.plan().interval()));
        for (ChannelText.Line c : d.channels()) {
            r = setting(sheet, r, c.label(), c.text() + (c.accuracy().isEmpty() ? "" : "; accuracy " + c.accuracy()));
        }
        r = setting(sheet, r, "Limits from", d.limitsFrom());
        for (String line : d.limitLines()) {
            r = setting(sheet, r, "Limit", line);
        }
        setting(sheet, r, "Settings as JSON", d.mission().copy().settings());
        sheet.width(1, 90);
        sheet.finish();
    }

    private static int setting(Worksheet sheet, int row, String what, String value) {
        sheet.value(row, 0, what);
        // a cell holds 32 767 characters
        sheet.value(row, 1, value.length() > MOST_CHARACTERS ? value.substring(0, MOST_CHARACTERS) : value);
        return row + 1;
    }

    private static void findings(List<Finding> findings, FindingWords words, Dossier d, Worksheet sheet)
            throws IOException {
        head(sheet, List.of("Number", "What", "From", "To", "State", "Cause", "Action", "Disposition", "Closed by"));
        int r = 1;
        for (Finding f : findings) {
            sheet.value(r, 0, f.id());
            sheet.value(r, 1, words.of(f));
            date(sheet, r, 2, f.extent().from(), d);
            date(sheet, r, 3, f.extent().to(), d);
            sheet.value(r, 4, f.state().words());
            sheet.value(r, 5, f.work().cause());
            sheet.value(r, 6, f.work().action());
            sheet.value(r, 7, f.work().disposition());
            sheet.value(r, 8, f.work().closedBy());
            r++;
        }
        sheet.finish();
    }

    private static void excursions(Dossier d, ShownUnits inUnits, Worksheet sheet) throws IOException {
        head(
                sheet,
                List.of(
                        "Channel",
                        "Basis",
                        "Direction",
                        "Start",
                        "End",
                        "Duration",
                        "Without data",
                        "Peak",
                        "Peak at",
                        "Mean",
                        "Limit",
                        "Unit",
                        "Lasting",
                        "Alarm",
                        "Severity"));
        Map<String, String> lasting = d.lasting();
        int r = 1;
        for (ExcursionDocument excursion : d.judgement().excursions()) {
            ExcursionFields e = ExcursionFields.of(excursion);
            Conversion unit = Unit.of(e.unit() == null ? "" : e.unit()).shown(inUnits);
            sheet.value(r, 0, e.channel());
            sheet.value(r, 1, e.basis());
            sheet.value(r, 2, e.direction());
            date(sheet, r, 3, e.start(), d);
            date(sheet, r, 4, e.end(), d);
            duration(sheet, r, 5, e.duration());
            duration(sheet, r, 6, e.unobserved());
            value(sheet, r, 7, e.peak(), unit);
            if (e.peakAt() != null) {
                date(sheet, r, 8, e.peakAt(), d);
            }
            value(sheet, r, 9, e.mean(), unit);
            value(sheet, r, 10, e.limit(), unit);
            sheet.value(r, 11, unit.symbol());
            sheet.value(r, 12, lasting.getOrDefault(e.rule(), ""));
            if (e.alarmAt() != null) {
                date(sheet, r, 13, e.alarmAt(), d);
            }
            sheet.value(r, 14, e.severity());
            r++;
        }
        sheet.finish();
    }

    private static void value(Worksheet sheet, int row, int column, Double v, Conversion unit) {
        if (v != null) {
            sheet.value(row, column, SignificantDigits.rounded(unit.value(v)));
        }
    }

    private static void duration(Worksheet sheet, int row, int column, Duration duration) {
        sheet.value(row, column, days(duration == null ? Duration.ZERO : duration));
        sheet.style(row, column).format("[h]:mm:ss").set();
    }

    private static void statistics(Dossier d, ShownUnits inUnits, Worksheet sheet) throws IOException {
        head(
                sheet,
                List.of(
                        "Channel",
                        "Unit",
                        "Samples",
                        "Mean",
                        "MKT",
                        "Min",
                        "Max",
                        "SD",
                        "5 %",
                        "50 %",
                        "95 %",
                        "Within, %"));
        int r = 1;
        for (Figures f : Figures.of(d.judgement().series(), inUnits)) {
            sheet.value(r, 0, f.channel());
            sheet.value(r, 1, f.unit());
            sheet.value(r, 2, f.count());
            List<Double> figures =
                    Arrays.asList(f.mean(), f.mkt(), f.min(), f.max(), f.sd(), f.p05(), f.p50(), f.p95(), f.within());
            for (int c = 0; c < figures.size(); c++) {
                if (figures.get(c) != null) {
                    sheet.value(r, c + 3, SignificantDigits.rounded(figures.get(c)));
                }
            }
            r++;
        }
        sheet.finish();
    }

    private static void disturbances(Dossier d, Worksheet sheet) throws IOException {
        head(sheet, List.of("Start", "What", "Channel", "Seconds", "Extreme", "Unit", "% of nominal"));
        int r = 1;
        for (DisturbanceRow x : d.disturbances()) {
            date(sheet, r, 0, x.start(), d);
            sheet.value(r, 1, x.kind());
            sheet.value(r, 2, x.label());
            sheet.value(r, 3, x.duration().toMillis() / 1000.0);
            sheet.value(r, 4, SignificantDigits.rounded(x.extreme()));
            sheet.value(r, 5, x.unit());
            if (x.percent() != null) {
                sheet.value(r, 6, SignificantDigits.rounded(x.percent()));
            }
            r++;
        }
        if (d.disturbances().size() == Dossier.DISTURBANCES) {
            sheet.value(r, 0, "The first " + Dossier.DISTURBANCES + " are listed.");
        }
        sheet.finish();
    }

    private static void samples(Dossier d, ShownUnits inUnits, Workbook book) throws IOException {
        for (int t = 0; t < Math.max(1, d.tables().size()); t++) {
            List<Series> series = d.tables().isEmpty() ? List.of() : d.tables().get(t);
            boolean changes = !series.isEmpty() && series.get(0).axis().events();
            String name = t == 0 ? "Samples" : changes ? "Changes " + t : "Second table";
            Sheets sheets = new Sheets(d, series, inUnits, name, book);
            SampleRows.forEach(series, sheets::row);
            sheets.finish();
        }
    }

    /** The samples, continued on a further sheet where one is full. */
    private static final class Sheets {
        private final Dossier d;
        private final List<Series> series;
        private final Conversion[] units;
        private final String name;
        private final Workbook book;
        private Worksheet sheet;
        private int number;
        private int row;

        Sheets(Dossier d, List<Series> series, ShownUnits inUnits, String name, Workbook book) {
            this.d = d;
            this.series = series;
            this.units = series.stream().map(s -> s.unit().shown(inUnits)).toArray(Conversion[]::new);
            this.name = name;
            this.book = book;
            next();
        }

        void row(long index, long millis, double[] values) throws IOException {
            if (row > MOST_ROWS) {
                finish();
                next();
            }
            Instant t = Instant.ofEpochMilli(millis);
            date(sheet, row, 0, t, d);
            sheet.value(row, 1, t.atZone(d.zone()).getOffset().getId().replace("Z", "+00:00"));
            for (int c = 0; c < values.length; c++) {
                if (!Double.isNaN(values[c])) {
                    sheet.value(row, c + 2, SignificantDigits.rounded(units[c].value(values[c])));
                }
            }
            sheet.value(row, values.length + 2, d.particulars().assessed().of(millis));
            row++;
            if (row % 1000 == 0) {
                sheet.flush();
            }
        }

        private void next() {
            sheet = book.newWorksheet(++number == 1 ? name : name + " " + number);
            List<String> heads = new ArrayList<>(List.of("Time", "UTC offset"));
            for (int c = 0; c < units.length; c++) {
                heads.add(CsvExport.column(series.get(c).label(), units[c].symbol()));
            }
            heads.add(CsvExport.ASSESSED);
            head(sheet, heads);
            sheet.width(0, 22);
            sheet.freezePane(0, 1);
            row = 1;
        }

        void finish() throws IOException {
            sheet.finish();
        }
    }

    private static void head(Worksheet sheet, List<String> heads) {
        for (int c = 0; c < heads.size(); c++) {
            sheet.value(0, c, heads.get(c));
            sheet.style(0, c).bold().set();
            sheet.width(c, 18);
        }
    }

    private static void date(Worksheet sheet, int row, int column, Instant t, Dossier d) {
        LocalDateTime local = LocalDateTime.ofInstant(t, d.zone());
        sheet.value(row, column, local);
        sheet.style(row, column).format(DATE).set();
    }

    private static double days(Duration duration) {
        return duration.toMillis() / 86_400_000.0;
    }
}
