package org.pelerin.core.plan;

/**
 * One thing that speaks against writing a plan.
 *
 * @param level whether it prevents writing
 * @param field the setting at fault, as a form field's name, or empty where it is the logger's state
 * @param message what is wrong
 * @param fix what to do about it
 */
public record Conflict(Level level, String field, String message, String fix) {

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
