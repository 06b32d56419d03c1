package org.pelerin.app.contact;

import java.util.Map;
import org.pelerin.app.platform.web.Form;
import org.pelerin.app.platform.web.MailAddress;
import org.pelerin.app.platform.web.Typed;

/** Somebody of the address book as typed. */
public class ContactForm implements Form {

    private static final int LONGEST_NAME = 120;
    private static final int LONGEST_ABOUT = 200;
    private static final int LONGEST_PHONE = 60;
    private static final int LONGEST_NOTES = 1000;

    public long id;
    public String name = "";
    public String about = "";
    public String phone = "";
    public String mail = "";
    public String site = "";
    public String notes = "";

    /** What was read, and what is wrong with each field. */
    public record Parsed(Contact contact, Map<String, String> errors) {}

    public static ContactForm of(Contact c) {
        ContactForm form = new ContactForm();
        form.id = c.id();
        form.name = c.name();
        form.about = c.about();
        form.phone = c.phone();
        form.mail = c.mail();
        form.site = c.siteId() == null ? "" : String.valueOf(c.siteId());
        form.notes = c.notes();
        return form;
    }

    public Parsed parse() {
        Typed typed = new Typed();
        if (name.isBlank()) {
            typed.wrong("name", "Somebody has a name");
        }
        atMost(typed, "name", name, LONGEST_NAME);
        atMost(typed, "about", about, LONGEST_ABOUT);
        atMost(typed, "phone", phone, LONGEST_PHONE);
        atMost(typed, "notes", notes, LONGEST_NOTES);
        if (!mail.isBlank() && !MailAddress.valid(mail.strip())) {
            typed.wrong("mail", "“" + mail.strip() + "” is no mail address");
        }
        Integer at = typed.whole("site", site, 0, Integer.MAX_VALUE);
        return new Parsed(
                new Contact(
                        id,
                        name.strip(),
                        about.strip(),
                        phone.strip(),
                        mail.strip(),
                        at == null ? null : at.longValue(),
                        null,
                        notes.strip()),
                typed.errors());
    }

    private static void atMost(Typed typed, String field, String text, int most) {
        if (text.strip().length() > most) {
            typed.wrong(field, "At most " + most + " characters");
        }
    }
}
