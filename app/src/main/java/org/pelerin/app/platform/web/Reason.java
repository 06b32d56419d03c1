package org.pelerin.app.platform.web;

import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;

/**
 * Why somebody does what needs a reason, as it is kept: one line, not blank, at most as many characters as {@link Length#REASON}. It is read before
 * anything is done, so that nothing is done whose reason could not be kept.
 */
public record Reason(String text) {

    /** It is missing or too long. */
    public static final class NoReasonException extends NotDoneException {
        NoReasonException(String message) {
            super(message);
        }
    }

    /**
     * @param blank what is said where it is missing, without a full stop
     * @throws NoReasonException if it is missing or too long; nothing was done then
     */
    public static Reason of(String typed, String blank) {
        String text = typed == null ? "" : typed.strip();
        if (text.isEmpty()) {
            throw new NoReasonException(blank);
        }
        if (Length.REASON.exceeded(text)) {
            throw new NoReasonException(Texts.of(
                    "platform.web.reason.aReasonHasAtMost", "most", Length.REASON.most(), "length", text.length()));
        }
        return new Reason(text);
    }
}
