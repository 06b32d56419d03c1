package org.pelerin.app.collect.files;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.intake.FileSummary;
import org.pelerin.core.intake.Merge;

/** How the rows of a file became a record, in words that stay with the mission. */
final class IntakeText {

    private IntakeText() {}

    static String of(FileSummary f, FileSettings s) {
        List<String> parts = new ArrayList<>();
        parts.add(f.good() + " rows of its file, times without an offset taken as "
                + s.layout().zone().getId());
        if (f.duplicates() > 0) {
            parts.add(f.duplicates() + (f.duplicates() == 1 ? " bears" : " bear")
                    + " an instant that an earlier row has"
                    + (f.differing() > 0 ? ", " + f.differing() + " with other values" : "") + ": " + rule(s.merge()));
        }
        if (f.disorder() > 0) {
            parts.add(f.disorder() + (f.disorder() == 1 ? " was" : " were") + " out of order and put in order");
        }
        if (f.rows() > f.good()) {
            parts.add(f.rows() - f.good() + " without a readable time left out");
        }
        if (f.missing() > 0) {
            parts.add(f.missing() + " empty cells are missing values");
        }
        return String.join("; ", parts) + ".";
    }

    private static String rule(Merge merge) {
        return switch (merge) {
            case FIRST -> "of each instant the first row of the file counts";
            case LAST -> "of each instant the last row of the file counts";
            case MEAN -> "of each instant the mean of its values counts (levels in dB as energy)";
            case NONE -> "not decided";
        };
    }
}
