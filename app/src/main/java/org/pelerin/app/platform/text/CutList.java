package org.pelerin.app.platform.text;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.platform.language.Texts;

/** The first of a long list of sentences, and how many more there are. */
public final class CutList {

    private CutList() {}

    /** @param most how many are named at the most, without the line that counts the rest */
    public static List<String> of(List<String> all, int most) {
        if (all.size() <= most) {
            return List.copyOf(all);
        }
        List<String> out = new ArrayList<>(all.subList(0, most));
        out.add(Texts.of("platform.text.cutList.andMore", "most", (all.size() - most)));
        return out;
    }
}
