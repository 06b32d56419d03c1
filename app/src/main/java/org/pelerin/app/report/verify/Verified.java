package org.pelerin.app.report.verify;

import java.util.List;
import org.pelerin.app.platform.language.Texts;

/**
 * What there is to say of a file that was given back.
 *
 * @param what it claims to be
 * @param sentence without a full stop
 * @param differences from what was handed out, or would be today; none where there are none. Of a bundle whose mission is not here, what was checked
 * @param page where one can read on; null for nowhere
 */
public record Verified(State state, String what, String sentence, List<String> differences, String page) {

    public enum State {
        /** It is what was handed out. */
        SAME,
        /** It is not. */
        OTHER,
        /** It fits by itself; nothing here says more of it. */
        SOUND,
        /** It is a bundle that fits by itself, of a mission that is not here. */
        BUNDLE,
        /** Nothing here says what it should be. */
        UNKNOWN
    }

    /** Over its list. */
    public String listed() {
        return switch (state) {
            case SAME -> Texts.of("report.verify.verified.changesSince");
            case BUNDLE -> Texts.of("report.verify.verified.checks");
            case OTHER, SOUND, UNKNOWN -> Texts.of("report.verify.verified.differencesOriginalThisFile");
        };
    }

    /** The same of a file whose signature holds: what is not the same today was not altered by whoever had it. */
    Verified signed() {
        return switch (state) {
            case SAME ->
                same(what, Texts.stored("stored.verified.itWasSignedHereAnd", "sentence", sentence), differences, page);
            case OTHER ->
                new Verified(
                        State.SOUND,
                        what,
                        Texts.stored("stored.verified.itWasSignedHereAnd2", "sentence", sentence),
                        differences,
                        page);
            case SOUND, BUNDLE, UNKNOWN ->
                sound(what, Texts.stored("stored.verified.itWasSignedHereAnd", "sentence", sentence));
        };
    }

    static Verified same(String what, String sentence, List<String> since, String page) {
        return new Verified(State.SAME, what, sentence, since, page);
    }

    static Verified other(String what, String sentence, List<String> differences, String page) {
        return new Verified(State.OTHER, what, sentence, differences, page);
    }

    /** @param checked what was checked, and what could not be */
    static Verified bundle(String what, String sentence, List<String> checked) {
        return new Verified(State.BUNDLE, what, sentence, checked, null);
    }

    static Verified sound(String what, String sentence) {
        return new Verified(State.SOUND, what, sentence, List.of(), null);
    }

    static Verified unknown(String what, String sentence) {
        return new Verified(State.UNKNOWN, what, sentence, List.of(), null);
    }
}
