package org.pelerin.app.report.verify;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.CsvRecord;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.Row;
import org.dhatim.fastexcel.reader.Sheet;
import org.pelerin.app.collect.files.Workbooks;
import org.pelerin.app.findings.FindingWords;
import org.pelerin.app.findings.Findings;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.report.dossier.Dossier;
import org.pelerin.app.report.export.CsvExport;
import org.pelerin.app.report.export.CsvForm;
import org.pelerin.app.report.export.XlsxExport;
import org.springframework.stereotype.Component;

/**
 * A CSV or a workbook that is given back. It says which mission it is of and in what form; it is written again from what is stored, and held against
 * it.
 */
@Component
class TableCheck {

    private static final Pattern MISSION = Pattern.compile("(?:# )?Mission (\\d{1,18}) of (\\S+) .*");

    /** Characters: a million rows of ten channels have fewer. */
    private static final long MOST_TEXT = 120_000_000;

    private final Dossier.Clerk clerk;
    private final Findings findings;
    private final Formats show;

    TableCheck(Dossier.Clerk clerk, Findings findings, Formats show) {
        this.clerk = clerk;
        this.findings = findings;
        this.show = show;
    }

    private Optional<Dossier> dossier(String first) {
        Matcher m = MISSION.matcher(first);
        return m.matches()
                ? clerk.gather(Long.parseLong(m.group(1)))
                        .filter(d -> d.mission().serial().equals(m.group(2)))
                : Optional.empty();
    }

    Verified csv(String text) {
        List<String> given = lines(text.startsWith("\ufeff") ? text.substring(1) : text);
        Optional<Dossier> of = given.isEmpty() ? Optional.empty() : dossier(given.get(0));
        Optional<String> said = given.stream()
                .filter(l -> l.startsWith("# " + CsvExport.FORM))
                .findFirst()
                .map(l -> l.substring(("# " + CsvExport.FORM).length()));
        if (of.isEmpty() || said.isEmpty()) {
            return Verified.unknown(
                    Texts.stored("stored.tableCheck.aCsvFile"), Texts.stored("stored.tableCheck.itDoesNotNameIts"));
        }
        Dossier d = of.get();
        try {
            CsvForm.Read form = CsvForm.read(said.get());
            StringWriter again = new StringWriter();
            CsvExport.write(d, form.form(), form.units(), again);
            return told(
                    d,
                    "CSV",
                    given,
                    lines(again.toString()),
                    form.form().separator().sign());
        } catch (CsvForm.NoFormException e) {
            return Verified.unknown(
                    Texts.stored(
                            "stored.tableCheck.aCsvFileOfMission",
                            "id",
                            d.mission().id()),
                    e.getMessage());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static List<String> lines(String text) {
        List<String> out = new ArrayList<>(Arrays.asList(text.split("\r?\n", -1)));
        if (!out.isEmpty() && out.get(out.size() - 1).isEmpty()) {
            out.remove(out.size() - 1);
        }
        return out;
    }

    private Verified told(Dossier d, String kind, List<String> given, List<String> wanted, char delimiter) {
        String mission =
                Texts.stored("stored.tableCheck.missionId", "id", d.mission().id());
        String page = "/missions/" + d.mission().id();
        String what = Texts.stored(
                "stored.tableCheck.ofOf",
                "kind",
                kind,
                "mission",
                mission,
                "serial",
                d.mission().serial());
        Differences all = Differences.ofLines("", given, wanted);
        if (all.none()) {
            return Verified.same(
                    what,
                    Texts.stored("stored.tableCheck.itEqualsTodaysExportOf", "mission", mission),
                    List.of(),
                    page);
        }
        List<String> more = columnsMore(samples(given), samples(wanted), delimiter);
        if (!more.isEmpty()) {
            Differences said = Differences.ofLines("", said(given), said(wanted));
            String sentence = Texts.stored(
                    "stored.tableCheck.itsSamplesAreThoseOf",
                    "mission",
                    mission,
                    "moreColumns",
                    more.size(),
                    "x",
                    String.join(", ", more));
            return said.none()
                    ? Verified.same(what, sentence, List.of(), page)
                    : Verified.other(
                            what,
                            Texts.stored("stored.tableCheck.andOtherTextsDiffer", "sentence", sentence),
                            said.list(),
                            page);
        }
        boolean samples = samples(given).equals(samples(wanted));
        return samples
                ? Verified.other(
                        what,
                        Texts.stored("stored.tableCheck.itsSamplesAreThoseOf2", "mission", mission),
                        all.list(),
                        page)
                : Verified.other(
                        what,
                        Texts.stored("stored.tableCheck.itDiffersFromTheStored", "mission", mission),
                        all.list(),
                        page);
    }

    /**
     * Columns that are written today and were not when a file was made, where all others are the same cell by cell; none where anything else
     * differs.
     */
    private static List<String> columnsMore(List<String> given, List<String> wanted, char delimiter) {
        if (given.isEmpty() || given.size() != wanted.size()) {
            return List.of();
        }
        List<String> there = cells(given.get(0), delimiter);
        List<String> today = cells(wanted.get(0), delimiter);
        List<Integer> at = new ArrayList<>();
        int column = 0;
        for (String name : there) {
            while (column < today.size() && !today.get(column).equals(name)) {
                column++;
            }
            if (column == today.size()) {
                return List.of();
            }
            at.add(column++);
        }
        for (int i = 1; i < given.size(); i++) {
            List<String> row = cells(wanted.get(i), delimiter);
            List<String> old = cells(given.get(i), delimiter);
            if (row.size() != today.size()
                    || !old.equals(at.stream().map(row::get).toList())) {
                return List.of();
            }
        }
        return IntStream.range(0, today.size())
                .filter(c -> !at.contains(c))
                .mapToObj(today::get)
                .toList();
    }

    private static List<String> cells(String line, char delimiter) {
        try (CsvReader<CsvRecord> reader =
                CsvReader.builder().fieldSeparator(delimiter).ofCsvRecord(line)) {
            return reader.stream().findFirst().map(CsvRecord::getFields).orElse(List.of());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static List<String> said(List<String> lines) {
        return lines.stream().filter(l -> l.startsWith("#")).toList();
    }

    private static List<String> samples(List<String> lines) {
        return lines.stream().filter(l -> !l.startsWith("#")).toList();
    }

    Verified xlsx(byte[] bytes) {
        try {
            Workbooks.require(bytes);
            List<String> given = cells(bytes);
            Optional<Dossier> of = given.stream()
                    .filter(l -> l.startsWith("# Mission "))
                    .findFirst()
                    .flatMap(this::dossier);
            Optional<String> said = given.stream()
                    .filter(l -> l.startsWith("# " + CsvExport.FORM))
                    .findFirst()
                    .map(l -> l.substring(("# " + CsvExport.FORM).length()));
            if (of.isEmpty() || said.isEmpty()) {
                return Verified.unknown(
                        Texts.stored("stored.tableCheck.aWorkbook"),
                        Texts.stored("stored.tableCheck.itDoesNotNameIts2"));
            }
            ByteArrayOutputStream again = new ByteArrayOutputStream();
            XlsxExport.write(
                    of.get(),
                    findings.about(of.get().mission().id()),
                    new FindingWords(CsvForm.read(said.get()).units(), show),
                    again);
            return told(of.get(), "Workbook", given, cells(again.toByteArray()), '|');
        } catch (CsvForm.NoFormException e) {
            return Verified.unknown(Texts.stored("stored.tableCheck.aWorkbook"), e.getMessage());
        } catch (TooMuchException e) {
            return Verified.unknown(
                    Texts.stored("stored.tableCheck.aWorkbook"), Texts.stored("stored.tableCheck.itHoldsMoreThanA"));
        } catch (IOException | RuntimeException e) {
            return Verified.unknown(
                    Texts.stored("stored.tableCheck.aWorkbook"), Texts.stored("stored.tableCheck.itCannotBeReadAs"));
        }
    }

    /** A line a row: a comment begins with #, as in the CSV; cells of other sheets bear the sheet’s name. */
    /** It holds more text than any record that was made here. */
    private static final class TooMuchException extends RuntimeException {
        private static final long serialVersionUID = 1;
    }

    private static List<String> cells(byte[] bytes) throws IOException {
        List<String> out = new ArrayList<>();
        long held = 0;
        try (ReadableWorkbook book = new ReadableWorkbook(new ByteArrayInputStream(bytes))) {
            for (Sheet sheet : book.getSheets().toList()) {
                String prefix = switch (sheet.getName()) {
                    case "Mission" -> "# ";
                    case "Settings", "Excursions", "Findings", "Statistics" -> "# " + sheet.getName() + ": ";
                    default -> sheet.getName() + ": ";
                };
                try (Stream<Row> rows = sheet.openStream()) {
                    for (Row row : (Iterable<Row>) rows::iterator) {
                        String line = prefix + cells(row);
                        held += line.length();
                        if (held > MOST_TEXT) {
                            throw new TooMuchException();
                        }
                        out.add(line);
                    }
                }
            }
        }
        return out;
    }

    private static String cells(Row row) {
        StringBuilder out = new StringBuilder();
        for (Cell cell : row) {
            if (!out.isEmpty()) {
                out.append(" | ");
            }
            out.append(
                    cell == null || cell.getValue() == null
                            ? ""
                            : cell.getValue().toString());
        }
        return out.toString();
    }
}
