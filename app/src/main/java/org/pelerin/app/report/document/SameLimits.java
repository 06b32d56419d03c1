package org.pelerin.app.report.document;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Missions that were assessed by the same limits, told once.
 *
 * @param from which limits, and {@code lines} what they say
 * @param missions by the names of their spots
 */
public record SameLimits(String from, List<String> lines, List<String> missions) {

    static List<SameLimits> of(List<SpotPeriod> all) {
        Map<List<Object>, SameLimits> out = new LinkedHashMap<>();
        for (SpotPeriod s : all) {
            for (SpotPeriod.Part p : s.missions()) {
                out.computeIfAbsent(
                                List.of(p.limitsFrom(), p.limits()),
                                k -> new SameLimits(p.limitsFrom(), p.limits(), new ArrayList<>()))
                        .missions
                        .add(s.name() + " (" + p.mission().id() + ")");
            }
        }
        return List.copyOf(out.values());
    }
}
