package org.pelerin.core.intake;

/**
 * A row, or a cell of it, that could not be read.
 *
 * @param line of the file, counted from 1
 * @param column the channel; empty where it is the whole row
 * @param reason in plain words
 */
public record Trouble(long line, String column, String reason) {}
