package org.pelerin.app.platform.web;

/**
 * Why somebody does what needs a reason, as it is kept: one line, not blank, at most {@value #LONGEST} characters. It is read before
 * anything is done, so that nothing is done whose reason could not be kept.
 */
public record Reason(String text) {

    /** The columns that keep one are that long, or longer; fields have it as their {@code maxlength}. */
    public static final int LONGEST = 250;

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
        if (text.length() > LONGEST) {
            throw new NoReasonException("A reason has at most " + LONGEST + " characters; this one has " + text.length()
                    + ". Nothing was done");
        }
        return new Reason(text);
    }
}
