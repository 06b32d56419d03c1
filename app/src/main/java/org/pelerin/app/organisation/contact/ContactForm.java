package org.pelerin.app.organisation.contact;

import java.util.Map;
import org.pelerin.app.evidence.SavedMeanwhile;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Form;
import org.pelerin.app.platform.web.MailAddress;

/** Somebody of the address book as typed. */
public class ContactForm implements Form {

    public long id;
    public String name = "";
    public String about = "";
    public String phone = "";
    public String mail = "";
    public String site = "";
    public String notes = "";
    /** Mark of them as this form showed them. */
    public String seen = "";

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
        form.seen = AddressBook.mark(c);
        return form;
    }

    /** Its fields as people read them. */
    public Map<String, String> shown(String site) {
        return SavedMeanwhile.fields(
                Texts.of("organisation.contact.contactForm.name"),
                name,
                Texts.of("organisation.contact.contactForm.function"),
                about,
                Texts.of("organisation.contact.contactForm.phone"),
                phone,
                Texts.of("organisation.contact.contactForm.email"),
                mail,
                Texts.of("organisation.contact.contactForm.site"),
                site,
                Texts.of("organisation.contact.contactForm.notes"),
                notes);
    }

    public Parsed parse() {
        FieldReader typed = new FieldReader();
        if (name.isBlank()) {
            typed.wrong("name", Texts.of("organisation.contact.contactForm.enterAName"));
        }
        if (!mail.isBlank() && !MailAddress.valid(mail.strip())) {
            typed.wrong("mail", Texts.of("organisation.contact.contactForm.isNotAnEmailAddress", "mail", mail.strip()));
        }
        Integer at = typed.whole("site", site, 0, Integer.MAX_VALUE);
        return new Parsed(
                new Contact(
                        id,
                        typed.text("name", name, Length.PERSON_NAME),
                        typed.text("about", about, Length.PERSON_ABOUT),
                        typed.text("phone", phone, Length.PERSON_PHONE),
                        typed.text("mail", mail, Length.MAIL),
                        at == null ? null : at.longValue(),
                        null,
                        typed.text("notes", notes, Length.PERSON_NOTES)),
                typed.errors());
    }
}
