package org.pelerin.core.text;

/**
 * Text from outside without what cannot be seen: control characters (Unicode category Cc), surrogates without their other half,
 * noncharacters, and marks that change the direction of what follows (U+202A…202E, U+2066…2069, U+200E, U+200F, U+061C). Without them
 * a text can be written into XML, CSV comments, mail headers and names of files, and reads as it is.
 *
 * <p>Every form, file and device is read through it once, at the door.
 */
public final class CleanText {

    private CleanText() {}

    /** On one line: line breaks and tabs become a blank. The text itself where there is nothing to clean. */
    public static String line(String text) {
        return cleaned(text, false);
    }

    /** Of several lines: each way to break a line becomes {@code \n}; tabs stay. */
    public static String lines(String text) {
        return cleaned(text, true);
    }

    private static String cleaned(String text, boolean several) {
        if (text == null || clean(text, several)) {
            return text;
        }
        StringBuilder out = new StringBuilder(text.length());
        for (int i = 0; i < text.length(); ) {
            int c = text.codePointAt(i);
            i += Character.charCount(c);
            if (c == '\r' && i < text.length() && text.charAt(i) == '\n') {
                continue;
            }
            if (breaksLine(c)) {
                out.append(several ? '\n' : ' ');
            } else if (c == '\t') {
                out.append(several ? '\t' : ' ');
            } else if (!unseen(c)) {
                out.appendCodePoint(c);
            }
        }
        return out.toString();
    }

    private static boolean clean(String text, boolean several) {
        for (int i = 0; i < text.length(); ) {
            int c = text.codePointAt(i);
            if (unseen(c) && !(several && (c == '\n' || c == '\t')) || c == '\u2028' || c == '\u2029') {
                return false;
            }
            i += Character.charCount(c);
        }
        return true;
    }

    private static boolean breaksLine(int c) {
        return c == '\n' || c == '\r' || c == '\u0085' || c == '\u2028' || c == '\u2029';
    }

    private static boolean unseen(int c) {
        return Character.isISOControl(c)
                || c >= Character.MIN_SURROGATE && c <= Character.MAX_SURROGATE
                || (c & 0xfffe) == 0xfffe
                || c >= 0xfdd0 && c <= 0xfdef
                || c >= 0x202a && c <= 0x202e
                || c >= 0x2066 && c <= 0x2069
                || c == 0x200e
                || c == 0x200f
                || c == 0x061c
                || c == 0xfeff;
    }
}
