package org.pelerin.app.evidence.seal;

/** The rows of one sealed table that belong to one owner. */
record SealedSet(String table, long owner) {

    /** As a trigger writes it. */
    static SealedSet read(String word) {
        int colon = word.indexOf(':');
        return new SealedSet(word.substring(0, colon), Long.parseLong(word.substring(colon + 1)));
    }
}
