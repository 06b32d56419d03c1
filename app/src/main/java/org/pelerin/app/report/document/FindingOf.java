package org.pelerin.app.report.document;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.pelerin.app.findings.Finding;
import org.pelerin.app.findings.Part;
import org.pelerin.core.exchange.ExcursionFields;

/** Which finding an excursion of a report belongs to. */
public final class FindingOf {

    private final Map<Long, Finding> findings = new HashMap<>();
    private final Map<Long, List<Part>> parts = new HashMap<>();

    FindingOf(List<Finding> all, List<Part> of) {
        all.forEach(f -> findings.put(f.id(), f));
        of.forEach(p ->
                parts.computeIfAbsent(p.missionId(), m -> new ArrayList<>()).add(p));
    }

    /** @return null where it belongs to none */
    public Finding of(SpotPeriod.Left left) {
        ExcursionFields e = ExcursionFields.of(left.departure());
        String channel = e.channel() == null ? "" : e.channel();
        return parts.getOrDefault(left.mission(), List.of()).stream()
                .filter(p -> p.channel().equals(channel) && p.direction().equals(e.direction()))
                .filter(p -> p.start().equals(e.start()) && p.end().equals(e.end()))
                .findFirst()
                .map(p -> findings.get(p.findingId()))
                .orElse(null);
    }
}
