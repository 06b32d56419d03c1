package org.pelerin.app.review.notes;

import java.util.List;
import org.pelerin.core.series.ClockCorrection;

/**
 * A note as the chart has it.
 *
 * @param from in ms on the clock that is shown, as {@code to}
 */
public record PinnedLine(long id, long from, long to, String text, String by) {

    /** @param viewed the correction that times are told without; none where they are told as they are judged */
    public static List<PinnedLine> of(List<PinnedNote> notes, ClockCorrection viewed) {
        return notes.stream()
                .map(n -> new PinnedLine(
                        n.id(),
                        viewed.loggerTime(n.fromAt()).toEpochMilli(),
                        viewed.loggerTime(n.toAt()).toEpochMilli(),
                        n.text(),
                        n.madeBy()))
                .toList();
    }
}
