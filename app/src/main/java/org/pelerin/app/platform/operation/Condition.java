package org.pelerin.app.platform.operation;

/**
 * How something does.
 *
 * @param title what it is
 * @param said how it is, in a sentence
 * @param advice what to do; empty where nothing is to be done
 */
public record Condition(State state, String title, String said, String advice) {

    /** The gravest last. */
    public enum State {
        SOUND,
        /** Work goes on, and somebody should see to it. */
        ATTENTION,
        /** Work does not go on. */
        FAILED
    }

    public static Condition sound(String title, String said) {
        return new Condition(State.SOUND, title, said, "");
    }

    public static Condition attention(String title, String said, String advice) {
        return new Condition(State.ATTENTION, title, said, advice);
    }

    public static Condition failed(String title, String said, String advice) {
        return new Condition(State.FAILED, title, said, advice);
    }

    public boolean sound() {
        return state == State.SOUND;
    }
}
