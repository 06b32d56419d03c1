package org.pelerin.app.platform.text;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.pelerin.app.platform.language.Texts;
import tools.jackson.databind.json.JsonMapper;

/** Two JSON documents held against each other, value by value. */
public final class JsonDifferences {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private JsonDifferences() {}

    /** Each as “where: what it was → what it is”; none where they say the same. */
    public static List<String> of(String before, String after) {
        if (before.equals(after)) {
            return List.of();
        }
        Map<String, String> was = new LinkedHashMap<>();
        Map<String, String> is = new LinkedHashMap<>();
        flatten("", JSON.readValue(before, Object.class), was);
        flatten("", JSON.readValue(after, Object.class), is);
        List<String> out = new ArrayList<>();
        was.forEach((path, value) -> {
            String other = is.remove(path);
            if (!value.equals(other)) {
                out.add(path + ": " + value + " → "
                        + (other == null ? Texts.of("platform.text.jsonDifferences.missing") : other));
            }
        });
        is.forEach((path, value) ->
                out.add(Texts.of("platform.text.jsonDifferences.pathMissingValue", "path", path, "value", value)));
        return out;
    }

    private static void flatten(String path, Object node, Map<String, String> into) {
        if (node instanceof Map<?, ?> map) {
            map.forEach((k, v) -> flatten((path + " " + k).strip(), v, into));
        } else if (node instanceof List<?> list) {
            for (int i = 0; i < list.size(); i++) {
                flatten((path + " " + (i + 1)).strip(), list.get(i), into);
            }
        } else {
            into.put(path, node == null ? "none" : "“" + node + "”");
        }
    }
}
