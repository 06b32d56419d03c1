/**
 * Files from elsewhere: rows of text become series. {@code Guess} proposes a {@code Layout}, {@code RowReader} reads rows by it,
 * {@code Intake} gathers them, says what it found and makes the series.
 */
package org.pelerin.core.intake;
