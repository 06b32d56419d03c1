package org.pelerin.app.platform.operation;

/** One thing of the installation that is looked at; a room makes a bean of each. Cheap enough to be asked some times a minute. */
public interface Checkup {

    /** As it is called in answers to programs: a small word, such as {@code backup}. */
    String name();

    /** Whether administrators are told of it on their first page; not where others are told anyway, or where it may well stay as it is. */
    default boolean pressing() {
        return true;
    }

    /** In the language of who asks. What it throws counts as failed. */
    Condition look();
}
