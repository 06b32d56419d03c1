package org.pelerin.app.organisation.contact;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Consumer;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.NamedTable;

/** The address book as CSV, a row a person. */
public final class ContactTable {

    private static final List<String> COLUMNS = List.of("name", "about", "phone", "mail", "site", "notes");

    private ContactTable() {}

    /** Who was read, and what is wrong with the others, line by line. */
    public record Read(List<Contact> contacts, List<String> errors) {}

    public static String write(List<Contact> contacts) {
        return NamedTable.write(
                COLUMNS,
                contacts.stream()
                        .map(c -> List.of(
                                c.name(), c.about(), c.phone(), c.mail(), c.site() == null ? "" : c.site(), c.notes()))
                        .toList());
    }

    /**
     * @param sites by name
     * @param known who is there already: columns that the file does not have stay as they are
     */
    public static Read read(String text, Map<String, Long> sites, List<Contact> known) {
        NamedTable.Read table = NamedTable.read(text, COLUMNS, "name");
        List<Contact> out = new ArrayList<>();
        List<String> errors = new ArrayList<>(table.errors());
        Set<String> seen = new HashSet<>();
        for (NamedTable.Row row : table.rows()) {
            ContactForm.Parsed parsed = form(row, sites, known, errors).parse();
            parsed.errors().values().forEach(e -> errors.add(row.at() + e));
            if (!seen.add(row.cell("name"))) {
                errors.add(Texts.of(
                        "organisation.contact.contactTable.occursTwice", "at", row.at(), "cell", row.cell("name")));
            }
            out.add(parsed.contact());
        }
        return new Read(out, errors);
    }

    private static ContactForm form(
            NamedTable.Row row, Map<String, Long> sites, List<Contact> known, List<String> errors) {
        ContactForm form = known.stream()
                .filter(c -> c.name().equals(row.cell("name")))
                .findFirst()
                .map(ContactForm::of)
                .orElseGet(ContactForm::new);
        form.name = row.cell("name");
        given(row, "about", v -> form.about = v);
        given(row, "phone", v -> form.phone = v);
        given(row, "mail", v -> form.mail = v);
        given(row, "notes", v -> form.notes = v);
        given(row, "site", v -> {
            form.site = v.isEmpty() ? "" : String.valueOf(sites.getOrDefault(v, 0L));
            if (!v.isEmpty() && !sites.containsKey(v)) {
                errors.add(Texts.of("organisation.contact.contactTable.thereIsNoSite", "at", row.at(), "v", v));
            }
        });
        return form;
    }

    private static void given(NamedTable.Row row, String column, Consumer<String> take) {
        if (row.cells().containsKey(column)) {
            take.accept(row.cell(column));
        }
    }
}
