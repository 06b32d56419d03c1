package org.pelerin.app.organisation.contact;

/**
 * Somebody in the address book.
 *
 * @param about what they are or belong to, in plain words
 * @param siteId where they are found, or null; {@code site} its name
 */
public record Contact(
        long id, String name, String about, String phone, String mail, Long siteId, String site, String notes) {

    /** What notices know them by; accounts have their own names. */
    public String recipient() {
        return recipient(id);
    }

    public static String recipient(long id) {
        return "contact:" + id;
    }
}
