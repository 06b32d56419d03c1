package org.pelerin.core.intake;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.language.CoreTexts;

/** Reads rows by a layout, one after the other. Not for several threads. */
public final class RowReader {

    private final TimeReader times;
    private final int instant;
    private final int time;
    private final int[] values;
    private final List<NumberReader> numbers = new ArrayList<>();
    private final List<String> names = new ArrayList<>();
    private final int width;

    /** @throws IllegalArgumentException if the layout is {@link Layout#wrong} */
    public RowReader(Layout layout) {
        if (!layout.wrong().isEmpty()) {
            throw new IllegalArgumentException(layout.wrong());
        }
        times = new TimeReader(layout.order(), layout.zone());
        int when = -1;
        int clock = -1;
        List<Integer> columns = new ArrayList<>();
        for (int i = 0; i < layout.columns().size(); i++) {
            Layout.Column c = layout.columns().get(i);
            switch (c.role()) {
                case INSTANT, DATE -> when = i;
                case TIME -> clock = i;
                case VALUE -> {
                    columns.add(i);
                    numbers.add(new NumberReader(layout.decimal(), c.unit()));
                    names.add(c.name());
                }
                case IGNORED -> {
                    // nothing
                }
            }
        }
        instant = when;
        time = clock;
        values = columns.stream().mapToInt(Integer::intValue).toArray();
        width = layout.columns().size();
    }

    /** Whether a row holds nothing at all, as at a file's end. */
    public static boolean blank(List<String> cells) {
        return cells.stream().allMatch(String::isBlank);
    }

    /** The row's instant, in ms since 1970, UTC. */
    public long millis(List<String> cells) throws UnreadableException {
        if (cells.size() > width) {
            for (int i = width; i < cells.size(); i++) {
                if (!cells.get(i).isBlank()) {
                    throw new UnreadableException(CoreTexts.say(
                            "core.intake.rowReader.theRowHasCellsThe", "cells", cells.size(), "width", width));
                }
            }
        }
        String date = cell(cells, instant);
        return times.millis(time < 0 || date.isBlank() ? date : date + " " + cell(cells, time));
    }

    /** A value of the row; NaN where it is missing. */
    public double value(List<String> cells, int value) throws UnreadableException {
        if (values[value] >= cells.size()) {
            throw new UnreadableException(CoreTexts.say("core.intake.rowReader.theRowEndsBeforeIt"));
        }
        return numbers.get(value).value(cells.get(values[value]));
    }

    private static String cell(List<String> cells, int i) throws UnreadableException {
        if (i >= cells.size()) {
            throw new UnreadableException(CoreTexts.say("core.intake.rowReader.theRowEndsBeforeIts"));
        }
        return cells.get(i);
    }

    /** How many values a row has. */
    public int count() {
        return values.length;
    }

    public String name(int value) {
        return names.get(value);
    }

    /** The most decimals that a value had so far. */
    public int decimals(int value) {
        return numbers.get(value).decimals();
    }
}
