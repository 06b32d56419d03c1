package org.pelerin.app.evidence;

import java.io.Serializable;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.pelerin.core.evidence.AuditEntry;
import org.pelerin.core.text.TypedNumber;

/**
 * What somebody saved while another person had the same form open: both versions, field by field.
 *
 * @param who account that saved; null where the trail does not tell
 * @param at null where the trail does not tell
 * @param differences empty where both typed the same
 */
public record SavedMeanwhile(String who, Instant at, List<Difference> differences) implements Serializable {

    /** A field in which the saved version differs from what was typed; each as it is shown, empty for nothing. */
    public record Difference(String field, String saved, String typed) implements Serializable {}

    /**
     * @param last the newest entry of the trail about it, if there is one
     * @param saved fields with what is stored now
     * @param typed the same with what was typed
     */
    public static SavedMeanwhile of(List<AuditEntry> last, Map<String, String> saved, Map<String, String> typed) {
        return new SavedMeanwhile(
                last.isEmpty() ? null : last.get(0).who(),
                last.isEmpty() ? null : last.get(0).at(),
                differences(saved, typed));
    }

    public static List<Difference> differences(Map<String, String> saved, Map<String, String> typed) {
        Set<String> fields = new LinkedHashSet<>(saved.keySet());
        fields.addAll(typed.keySet());
        List<Difference> out = new ArrayList<>();
        for (String field : fields) {
            String a = saved.getOrDefault(field, "").strip().replace("\r\n", "\n");
            String b = typed.getOrDefault(field, "").strip().replace("\r\n", "\n");
            if (!a.equals(b) && !sameNumber(a, b)) {
                out.add(new Difference(field, a, b));
            }
        }
        return out;
    }

    /** 4.5 and 4,50 are the same. */
    private static boolean sameNumber(String a, String b) {
        try {
            return TypedNumber.of(a) == TypedNumber.of(b);
        } catch (IllegalArgumentException e) {
            return false;
        }
    }

    /** Fields by name, from a name and a value in turn; a value of null is nothing. */
    public static Map<String, String> fields(Object... namesAndValues) {
        Map<String, String> out = new LinkedHashMap<>();
        for (int i = 0; i < namesAndValues.length; i += 2) {
            out.put((String) namesAndValues[i], namesAndValues[i + 1] == null ? "" : namesAndValues[i + 1].toString());
        }
        return out;
    }
}
