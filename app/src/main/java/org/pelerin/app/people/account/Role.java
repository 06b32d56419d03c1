package org.pelerin.app.people.account;

/** What a person may do. */
public enum Role {
    /** Programs, places and collects. */
    TECHNICIAN("technician"),
    /** Judges, and says what there is to say of a record. */
    REVIEWER("reviewer"),
    /** Everything, accounts included. */
    ADMIN("administrator"),
    /** Looks only. */
    VIEWER("viewer");

    private final String words;

    Role(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
