package org.pelerin.app.review.notes;

/**
 * A note as the chart has it.
 *
 * @param from in ms on the clock that is shown, as {@code to}
 * @param made when it was written, in ms
 * @param later whether that was after the mission was signed
 */
public record PinnedLine(long id, long from, long to, String text, String by, long made, boolean later) {}
