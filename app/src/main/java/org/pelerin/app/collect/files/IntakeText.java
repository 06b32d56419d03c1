package org.pelerin.app.collect.files;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.intake.FileSummary;
import org.pelerin.core.intake.Merge;

/** How the rows of a file became a record, in words that stay with the mission. */
final class IntakeText {

    private IntakeText() {}

    static String of(FileSummary f, FileSettings s) {
        List<String> parts = new ArrayList<>();
        parts.add(Texts.stored(
                "stored.intakeText.rowsOfTheFileTimes",
                "good",
                f.good(),
                "id",
                s.layout().zone().getId()));
        if (f.duplicates() > 0) {
            parts.add(Texts.stored(
                    "stored.intakeText.rowsRepeatAnEarlierTime",
                    "duplicates",
                    f.duplicates(),
                    "differing",
                    (f.differing() > 0
                            ? Texts.stored("stored.intakeText.withOtherValues", "differing", f.differing())
                            : ""),
                    "rule",
                    rule(s.merge())));
        }
        if (f.disorder() > 0) {
            parts.add(Texts.stored("stored.intakeText.rowsWereSortedByTime", "disorder", f.disorder()));
        }
        if (f.rows() > f.good()) {
            parts.add(Texts.stored("stored.intakeText.withoutAReadableTimeExcluded", "good", f.rows() - f.good()));
        }
        if (f.missing() > 0) {
            parts.add(Texts.stored("stored.intakeText.emptyCellsAreMissingValues", "missing", f.missing()));
        }
        return String.join("; ", parts) + ".";
    }

    private static String rule(Merge merge) {
        return switch (merge) {
            case FIRST -> Texts.of("collect.files.intakeText.theFirstRowOfEach");
            case LAST -> Texts.of("collect.files.intakeText.theLastRowOfEach");
            case MEAN -> Texts.of("collect.files.intakeText.theMeanOfEachTime");
            case NONE -> Texts.of("collect.files.intakeText.notDecided");
        };
    }
}
