package org.pelerin.app.documentation;

/**
 * What a person has to say of a mission.
 *
 * @param people who was there
 * @param place where it was, as it is to be read; empty for what its spot says
 */
public record MissionNote(String title, String purpose, String people, String place, String remarks) {

    public static final MissionNote NONE = new MissionNote("", "", "", "", "");

    static final int LONGEST_TITLE = 200;
    static final int LONGEST_PURPOSE = 500;
    static final int LONGEST_PEOPLE = 300;
    static final int LONGEST_PLACE = 300;
    static final int LONGEST_REMARKS = 4000;

    public boolean empty() {
        return equals(NONE);
    }

    /** What is too long, in words; empty if nothing is. */
    String wrong() {
        return title.length() > LONGEST_TITLE
                ? "A title has at most " + LONGEST_TITLE + " characters"
                : purpose.length() > LONGEST_PURPOSE
                        ? "A purpose has at most " + LONGEST_PURPOSE + " characters"
                        : people.length() > LONGEST_PEOPLE
                                ? "Names have at most " + LONGEST_PEOPLE + " characters"
                                : place.length() > LONGEST_PLACE
                                        ? "A place has at most " + LONGEST_PLACE + " characters"
                                        : remarks.length() > LONGEST_REMARKS
                                                ? "Remarks have at most " + LONGEST_REMARKS + " characters"
                                                : "";
    }
}
