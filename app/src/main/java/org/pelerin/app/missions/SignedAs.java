package org.pelerin.app.missions;

import org.pelerin.app.platform.language.Texts;

/** What a signature says of a mission, in the order in which they are given. */
public enum SignedAs {
    REVIEWED("missions.signedAs.reviewed", "missions.signedAs.iHaveReviewedThisRecord"),
    APPROVED("missions.signedAs.approved", "missions.signedAs.iApproveThisRecordAnd");

    private final String words;
    private final String meaning;

    SignedAs(String words, String meaning) {
        this.words = words;
        this.meaning = meaning;
    }

    public String words() {
        return Texts.of(words);
    }

    /** The sentence that is signed. */
    public String meaning() {
        return Texts.of(meaning);
    }
}
