package org.pelerin.app.contact;

import de.siegmar.fastcsv.reader.CsvParseException;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The address book as CSV (RFC 4180, UTF-8), a row a person. */
public final class ContactTable {

    private static final List<String> COLUMNS = List.of("name", "about", "phone", "mail", "site", "notes");

    private ContactTable() {}

    /** Who was read, and what is wrong with the others, line by line. */
    public record Read(List<Contact> contacts, List<String> errors) {}

    public static String write(List<Contact> contacts) {
        StringWriter out = new StringWriter();
        try (CsvWriter csv =
                CsvWriter.builder().lineDelimiter(LineDelimiter.CRLF).build(out)) {
            csv.writeRecord(COLUMNS);
            contacts.forEach(c -> csv.writeRecord(
                    c.name(), c.about(), c.phone(), c.mail(), c.site() == null ? "" : c.site(), c.notes()));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toString();
    }

    /**
     * @param sites by name
     * @param known who is there already: columns that the file does not have stay as they are
     */
    public static Read read(String text, Map<String, Long> sites, List<Contact> known) {
        List<Contact> out = new ArrayList<>();
        List<String> errors = new ArrayList<>();
        String clean = text.startsWith("\ufeff") ? text.substring(1) : text;
        String head = clean.lines().findFirst().orElse("");
        char parted = head.indexOf('\t') >= 0 ? '\t' : head.indexOf(';') >= 0 ? ';' : ',';
        Set<String> seen = new HashSet<>();
        try (CsvReader<NamedCsvRecord> csv =
                CsvReader.builder().fieldSeparator(parted).ofNamedCsvRecord(clean)) {
            for (NamedCsvRecord record : csv) {
                if (seen.isEmpty() && errors.isEmpty()) {
                    columns(record.getHeader(), errors);
                }
                if (!errors.isEmpty() && errors.get(0).startsWith("Line 1")) {
                    break;
                }
                row(record, sites, known, seen, out, errors);
            }
        } catch (CsvParseException e) {
            errors.add("Line " + (out.size() + 2) + ": " + e.getMessage());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return new Read(out, errors);
    }

    private static void columns(List<String> header, List<String> errors) {
        header.stream()
                .filter(c -> !COLUMNS.contains(c.strip()))
                .forEach(c ->
                        errors.add("Line 1: there is no column “" + c + "”; known are " + String.join(", ", COLUMNS)));
        if (header.stream().noneMatch(c -> c.strip().equals("name"))) {
            errors.add("Line 1: the column “name” is missing");
        }
    }

    private static void row(
            NamedCsvRecord record,
            Map<String, Long> sites,
            List<Contact> known,
            Set<String> seen,
            List<Contact> out,
            List<String> errors) {
        String at = "Line " + record.getStartingLineNumber() + ": ";
        String name = record.getField("name").strip();
        ContactForm form = known.stream()
                .filter(c -> c.name().equals(name))
                .findFirst()
                .map(ContactForm::of)
                .orElseGet(ContactForm::new);
        form.name = name;
        cell(record, "about").ifPresent(v -> form.about = v);
        cell(record, "phone").ifPresent(v -> form.phone = v);
        cell(record, "mail").ifPresent(v -> form.mail = v);
        cell(record, "notes").ifPresent(v -> form.notes = v);
        cell(record, "site").ifPresent(v -> {
            form.site = v.isEmpty() ? "" : String.valueOf(sites.getOrDefault(v, 0L));
            if (!v.isEmpty() && !sites.containsKey(v)) {
                errors.add(at + "there is no site “" + v + "”");
            }
        });
        ContactForm.Parsed parsed = form.parse();
        parsed.errors().values().forEach(e -> errors.add(at + e));
        if (!seen.add(name)) {
            errors.add(at + "“" + name + "” is there twice");
        }
        if (parsed.errors().isEmpty()) {
            out.add(parsed.contact());
        }
    }

    private static Optional<String> cell(NamedCsvRecord record, String column) {
        return record.findField(column).map(String::strip);
    }
}
