package org.pelerin.app.organisation.contact;

import java.util.List;
import java.util.Optional;
import org.pelerin.app.evidence.AuditTrail;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.app.platform.web.FormMark;
import org.pelerin.app.platform.web.TooLateException;
import org.pelerin.core.evidence.AuditEntry;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The people that loggers have to do with. Names are told apart by themselves, so that a file of them can be read again. */
@Service
@RetriedOnDeadlock
public class AddressBook {

    /** Somebody of that name is there already. */
    public static class TakenException extends RuntimeException {
        TakenException(String name) {
            super(Texts.of("organisation.contact.addressBook.isAlreadyInTheAddress", "name", name));
        }
    }

    private static final String DESCRIBED = "describe person";

    private final ContactMapper contacts;
    private final AuditTrail audit;

    AddressBook(ContactMapper contacts, AuditTrail audit) {
        this.contacts = contacts;
        this.audit = audit;
    }

    /** By name. */
    public List<Contact> all() {
        return contacts.all();
    }

    public Optional<Contact> find(long id) {
        return Optional.ofNullable(contacts.byId(id));
    }

    /** Who is found at a site. */
    public List<Contact> at(long site) {
        return contacts.at(site);
    }

    /**
     * @param contact with id 0 if new
     * @return its id
     * @throws TakenException if somebody else has that name
     */
    @Transactional
    public long save(Contact contact, String by) {
        return save(contact, null, by);
    }

    /** @param seen the mark of them as the form showed them; null for a change that follows from no form */
    @Transactional
    public long save(Contact contact, String seen, String by) {
        if (contact.id() != 0) {
            contacts.lock(contact.id());
            Contact stored = contacts.byId(contact.id());
            if (stored == null) {
                throw new TooLateException(Texts.of(
                        "organisation.contact.addressBook.somebodyElseRemovedFromThe", "name", contact.name()));
            }
            FormMark.require(seen, stored);
        }
        Contact same = contacts.byName(contact.name());
        if (same != null && same.id() != contact.id()) {
            throw new TakenException(contact.name());
        }
        Contact before = contact.id() == 0 ? null : contacts.byId(contact.id());
        if (before == null) {
            contacts.insert(contact);
        } else {
            contacts.update(contact);
        }
        Contact after = contacts.byName(contact.name());
        if (!after.equals(before)) {
            audit.record(by, DESCRIBED, after.name(), before == null ? "" : told(before), told(after));
        }
        return after.id();
    }

    /** The mark of somebody as stored, for the form that changes them. */
    public static String mark(Contact c) {
        return FormMark.of(c);
    }

    /** Who changed them last, the newest first, at most one. */
    public List<AuditEntry> lastChange(Contact c) {
        return audit.latest(c.name(), List.of(DESCRIBED), 1);
    }

    /** All or, if one fails, none. */
    @Transactional
    public void saveAll(List<Contact> read, String by) {
        read.forEach(c -> save(c, by));
    }

    @Transactional
    public void remove(Contact contact, String by) {
        contacts.delete(contact.id());
        audit.record(by, "remove person", contact.name(), told(contact), "");
    }

    private static String told(Contact c) {
        return c.about() + ", " + c.phone() + ", " + c.mail() + ", " + (c.site() == null ? "" : c.site()) + ", "
                + c.notes();
    }
}
