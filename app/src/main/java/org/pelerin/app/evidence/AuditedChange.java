package org.pelerin.app.evidence;

import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.pelerin.core.evidence.AuditEntry;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * An entry of the audit trail as it is shown: of two documents only what differs.
 *
 * @param hash as it is stored with the entry
 */
public record AuditedChange(AuditEntry entry, String hash, List<Difference> differences) {

    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int MOST = 40;

    /**
     * One thing that changed.
     *
     * @param what its path in a document; empty where the whole is a text
     */
    public record Difference(String what, String before, String after) {}

    static AuditedChange of(AuditEntry e, String hash) {
        JsonNode before = document(e.before());
        JsonNode after = document(e.after());
        if (after == null || before == null && !e.before().isEmpty()) {
            return new AuditedChange(
                    e,
                    hash,
                    e.before().isEmpty() && e.after().isEmpty()
                            ? List.of()
                            : List.of(new Difference("", e.before(), e.after())));
        }
        Map<String, String> was = new LinkedHashMap<>();
        Map<String, String> is = new LinkedHashMap<>();
        flat("", before, was);
        flat("", after, is);
        Set<String> paths = new LinkedHashSet<>(was.keySet());
        paths.addAll(is.keySet());
        List<Difference> out = new ArrayList<>();
        for (String path : paths) {
            if (!Objects.equals(was.get(path), is.get(path))) {
                out.add(new Difference(path, was.getOrDefault(path, ""), is.getOrDefault(path, "")));
            }
        }
        return new AuditedChange(e, hash, out);
    }

    /** Those that are shown; a new document can have hundreds. */
    public List<Difference> shown() {
        return differences.subList(0, Math.min(MOST, differences.size()));
    }

    public int more() {
        return Math.max(0, differences.size() - MOST);
    }

    public Instant at() {
        return entry.at();
    }

    private static JsonNode document(String text) {
        if (!text.startsWith("{")) {
            return null;
        }
        try {
            return JSON.readTree(text);
        } catch (JacksonException e) {
            return null;
        }
    }

    private static void flat(String path, JsonNode node, Map<String, String> into) {
        if (node == null) {
            return;
        }
        if (node.isObject()) {
            node.properties()
                    .forEach(p -> flat(path.isEmpty() ? p.getKey() : path + "." + p.getKey(), p.getValue(), into));
        } else if (node.isArray()) {
            for (int i = 0; i < node.size(); i++) {
                flat(path + "[" + i + "]", node.get(i), into);
            }
        } else {
            into.put(path, node.asString());
        }
    }
}
