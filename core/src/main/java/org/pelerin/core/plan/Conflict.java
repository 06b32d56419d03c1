package org.pelerin.core.plan;

/**
 * One thing that speaks against writing a plan.
 *
 * @param level whether it prevents writing
 * @param field the setting at fault, as a form field's name, or empty where it is the logger's state
 * @param message what is wrong
 * @param fix what to do about it
 * @param way where that is done
 */
public record Conflict(Level level, String field, String message, String fix, Way way) {

    public Conflict(Level level, String field, String message, String fix) {
        this(level, field, message, fix, Way.HERE);
    }

    /** Where a conflict is settled. */
    public enum Way {
        /** Among the settings, or nowhere in particular. */
        HERE,
        /** On the logger's page: stop it, collect it. */
        COLLECT,
        /** On the logger's page, with another firmware. */
        FIRMWARE;

        /** Whether it is settled on the logger's page. */
        public boolean elsewhere() {
            return this != HERE;
        }

        public boolean byFirmware() {
            return this == FIRMWARE;
        }
    }

    public enum Level {
        BLOCKS,
        WARNS
    }

    static Conflict blocks(String field, String message, String fix) {
        return new Conflict(Level.BLOCKS, field, message, fix);
    }

    static Conflict warns(String field, String message, String fix) {
        return new Conflict(Level.WARNS, field, message, fix);
    }

    public boolean blocking() {
        return level == Level.BLOCKS;
    }
}
