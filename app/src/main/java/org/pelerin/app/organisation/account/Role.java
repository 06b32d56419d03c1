package org.pelerin.app.organisation.account;

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

    /** Whether it allows nothing that another does not: each may what viewers, reviewers, technicians, administrators may, in this order. */
    public boolean within(Role other) {
        return rank() <= other.rank();
    }

    private int rank() {
        return switch (this) {
            case VIEWER -> 0;
            case REVIEWER -> 1;
            case TECHNICIAN -> 2;
            case ADMIN -> 3;
        };
    }

    public String words() {
        return words;
    }

    /** Whether it changes nothing. */
    public boolean looksOnly() {
        return this == VIEWER;
    }
}
