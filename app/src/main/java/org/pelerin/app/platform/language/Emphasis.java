package org.pelerin.app.platform.language;

import java.util.ArrayList;
import java.util.List;

/**
 * A whole sentence of which some words are strong: {@code Every <b>10 min</b>, beginning <b>at once</b>.} in the texts, plain and strong by turns
 * for pages.
 */
public final class Emphasis {

    private static final String MARK = "</?b>";

    private Emphasis() {}

    /** @return plain, strong, plain … ; what is inserted into the text has no marks of its own */
    public static List<String> of(String key, Object... arguments) {
        Object[] plain = arguments.clone();
        for (int i = 1; i < plain.length; i += 2) {
            if (plain[i] instanceof String s) {
                plain[i] = s.replaceAll(MARK, "");
            }
        }
        return List.of(Texts.of(key, plain).split(MARK, -1));
    }

    /** Sentences one after the other, as one. */
    public static List<String> joined(List<List<String>> sentences) {
        List<String> out = new ArrayList<>(List.of(""));
        for (List<String> s : sentences) {
            int last = out.size() - 1;
            out.set(last, out.get(last) + (last == 0 && out.get(0).isEmpty() ? "" : " ") + s.get(0));
            out.addAll(s.subList(1, s.size()));
        }
        return out;
    }
}
