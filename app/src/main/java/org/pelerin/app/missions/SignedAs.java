package org.pelerin.app.missions;

/** What a signature says of a mission, in the order in which they are given. */
public enum SignedAs {
    REVIEWED(
            "reviewed",
            "I looked through this record, its limits, what is left out of it, and its findings; what is said of them is so to my knowledge."),
    APPROVED("approved", "I approve this record and what was made of its findings.");

    private final String words;
    private final String meaning;

    SignedAs(String words, String meaning) {
        this.words = words;
        this.meaning = meaning;
    }

    public String words() {
        return words;
    }

    /** The sentence that is signed. */
    public String meaning() {
        return meaning;
    }
}
