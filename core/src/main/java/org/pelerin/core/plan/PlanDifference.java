package org.pelerin.core.plan;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * One setting in which two plans differ.
 *
 * @param field the setting
 * @param wanted what was sent, or stands in the first plan
 * @param found what is there, or stands in the second
 */
public record PlanDifference(String field, String wanted, String found) {

    private static final String ABSENT = "not set";

    /** Compares field by field; empty if, and only if, the plans are the same. */
    public static List<PlanDifference> between(Plan wanted, Plan found) {
        List<PlanDifference> out = new ArrayList<>();
        if (wanted.equals(found)) {
            return out;
        }
        Map<String, String> a = PlanFields.of(wanted);
        Map<String, String> b = PlanFields.of(found);
        Set<String> fields = new LinkedHashSet<>(a.keySet());
        fields.addAll(b.keySet());
        for (String field : fields) {
            String left = a.getOrDefault(field, ABSENT);
            String right = b.getOrDefault(field, ABSENT);
            if (!left.equals(right)) {
                out.add(new PlanDifference(field, left, right));
            }
        }
        if (out.isEmpty()) {
            // never a silent yes: the plans do differ, if only in a detail that no field tells
            out.add(new PlanDifference("settings", wanted.toString(), found.toString()));
        }
        return out;
    }

    @Override
    public String toString() {
        return field + ": " + wanted + " / " + found;
    }
}
