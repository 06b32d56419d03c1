package org.pelerin.app.missions.documentation;

import java.util.List;
import java.util.Map;
import org.pelerin.app.evidence.SavedMeanwhile;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;

/**
 * What a person has to say of a mission.
 *
 * @param people who was there
 * @param place where it was, as it is to be read; empty for what its spot says
 */
public record MissionNote(String title, String purpose, String people, String place, String remarks) {

    public static final MissionNote NONE = new MissionNote("", "", "", "", "");

    /** Its fields as people read them. */
    Map<String, String> shown() {
        return SavedMeanwhile.fields(
                Texts.of("missions.documentation.missionNote.title"),
                title,
                Texts.of("missions.documentation.missionNote.peoplePresent"),
                people,
                Texts.of("missions.documentation.missionNote.location"),
                place,
                Texts.of("missions.documentation.missionNote.purpose"),
                purpose,
                Texts.of("missions.documentation.missionNote.remarks"),
                remarks);
    }

    private record Part(String called, String text, Length length) {}

    public boolean empty() {
        return equals(NONE);
    }

    /** What is too long, in words; empty if nothing is. */
    String wrong() {
        return List.of(
                        new Part(Texts.of("missions.documentation.missionNote.theTitle"), title, Length.NOTE_TITLE),
                        new Part(Texts.of("missions.documentation.missionNote.purpose"), purpose, Length.NOTE_PURPOSE),
                        new Part(
                                Texts.of("missions.documentation.missionNote.peoplePresent"),
                                people,
                                Length.NOTE_PEOPLE),
                        new Part(Texts.of("missions.documentation.missionNote.location"), place, Length.NOTE_PLACE),
                        new Part(Texts.of("missions.documentation.missionNote.remarks"), remarks, Length.NOTE_REMARKS))
                .stream()
                .filter(p -> p.length.exceeded(p.text))
                .map(p -> p.called + ": " + p.length.said(p.text))
                .findFirst()
                .orElse("");
    }
}
