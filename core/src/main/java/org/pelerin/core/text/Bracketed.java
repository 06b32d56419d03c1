package org.pelerin.core.text;

/**
 * A heading with something in brackets at its end: {@code Air (°C)}, {@code Noise (dB(A))}. What is in brackets may hold pairs of brackets itself.
 *
 * @param before without blanks at its ends; the whole heading where nothing is in brackets
 * @param inside without its brackets and blanks; empty where nothing is in brackets
 */
public record Bracketed(String before, String inside) {

    /** @param pairs opening brackets and the closing ones that belong to them, as {@code "()[]"} */
    public static Bracketed of(String heading, String pairs) {
        String text = heading.strip();
        int end = text.length() - 1;
        int pair = end < 0 ? -1 : pairs.indexOf(text.charAt(end));
        if (pair % 2 != 1) {
            return new Bracketed(text, "");
        }
        char opens = pairs.charAt(pair - 1);
        char closes = pairs.charAt(pair);
        int depth = 0;
        for (int i = end; i > 0; i--) {
            depth += text.charAt(i) == closes ? 1 : text.charAt(i) == opens ? -1 : 0;
            if (depth == 0) {
                String before = text.substring(0, i).strip();
                return before.isEmpty()
                        ? new Bracketed(text, "")
                        : new Bracketed(before, text.substring(i + 1, end).strip());
            }
        }
        return new Bracketed(text, "");
    }
}
