package org.pelerin.core.intake;

import java.time.ZoneId;
import java.util.List;
import java.util.Objects;
import org.pelerin.core.language.CoreTexts;

/**
 * How the rows of a file are to be understood.
 *
 * @param skipped rows before the first one with data
 * @param decimal sign of its numbers, {@code '.'} or {@code ','}
 * @param order of its dates
 * @param zone of times without an offset of their own
 * @param columns in the order of the file
 */
public record Layout(int skipped, char decimal, DateOrder order, ZoneId zone, List<Column> columns) {

    public Layout {
        Objects.requireNonNull(order);
        Objects.requireNonNull(zone);
        columns = List.copyOf(columns);
    }

    /** What a column is for. */
    public enum Role {
        IGNORED("core.intake.layout.notUsed"),
        /** Date and time in one cell, or a count from a fixed instant. */
        INSTANT("core.intake.layout.dateAndTime"),
        DATE("core.intake.layout.date"),
        TIME("core.intake.layout.time"),
        VALUE("core.intake.layout.values");

        private final String words;

        Role(String words) {
            this.words = words;
        }

        public String words() {
            return CoreTexts.say(words);
        }
    }

    /**
     * @param name of the channel; empty where it is no value
     * @param unit symbol; may be empty
     */
    public record Column(Role role, String name, String unit) {

        public Column {
            Objects.requireNonNull(role);
            Objects.requireNonNull(name);
            Objects.requireNonNull(unit);
        }
    }

    /** The columns with values. */
    public List<Column> values() {
        return columns.stream().filter(c -> c.role == Role.VALUE).toList();
    }

    /** What keeps it from being used, in plain words; empty if nothing does. */
    public String wrong() {
        long instants = count(Role.INSTANT);
        long dates = count(Role.DATE);
        long times = count(Role.TIME);
        if (instants + dates == 0) {
            return CoreTexts.say("core.intake.layout.chooseTheColumnOfDate");
        }
        if (instants > 1 || dates > 1 || times > 1 || instants == 1 && dates + times > 0) {
            return CoreTexts.say("core.intake.layout.dateAndTimeAreOne");
        }
        List<Column> values = values();
        if (values.isEmpty()) {
            return CoreTexts.say("core.intake.layout.chooseTheColumnsWithValues");
        }
        for (Column c : values) {
            if (c.name.isBlank()) {
                return CoreTexts.say("core.intake.layout.everyColumnWithValuesNeeds");
            }
            if (values.stream().filter(o -> o.name.equals(c.name)).count() > 1) {
                return CoreTexts.say("core.intake.layout.twoColumnsAreNamed", "name", c.name);
            }
        }
        return "";
    }

    private long count(Role role) {
        return columns.stream().filter(c -> c.role == role).count();
    }
}
