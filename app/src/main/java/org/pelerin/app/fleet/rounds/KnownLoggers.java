package org.pelerin.app.fleet.rounds;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.pelerin.app.deployment.placing.Placement;
import org.pelerin.app.deployment.placing.PlacementService;
import org.pelerin.app.fleet.attention.AttentionService;
import org.pelerin.app.fleet.attention.LoggerOverview;
import org.pelerin.app.platform.language.Texts;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** What a phone takes along of the loggers that a round may meet, so that it can ask what has to be asked without a network. */
@Component
class KnownLoggers {

    private final AttentionService attention;
    private final PlacementService placements;
    private final JsonMapper json;

    KnownLoggers(AttentionService attention, PlacementService placements, JsonMapper json) {
        this.attention = attention;
        this.placements = placements;
        this.json = json;
    }

    /** The loggers that lie where a task would put another, by spot; without the one that a swap takes away. */
    Map<Long, List<String>> lyingAt(List<Task> open) {
        Set<Long> spots = open.stream()
                .filter(t -> t.kind() == Task.Kind.PLACE)
                .map(Task::spotId)
                .collect(Collectors.toSet());
        return placements.present().stream()
                .filter(p -> spots.contains(p.spotId()))
                .collect(Collectors.groupingBy(
                        Placement::spotId, Collectors.mapping(Placement::serial, Collectors.toList())));
    }

    /** By serial, as JSON: {@code at} where it lies, {@code notWired} why its wiring has to be looked at,
     * {@code misfit} by spot what it has otherwise than that wants it; each where there is one. */
    String of(List<Task> open) {
        if (open.stream().noneMatch(Task::bringsOne)) {
            return "{}";
        }
        Set<String> sites = new HashSet<>();
        open.forEach(t -> sites.add(t.site()));
        Map<String, String> notWired = placements.notWired();
        ObjectNode out = json.createObjectNode();
        Map<String, LoggerOverview> along = new TreeMap<>();
        for (LoggerOverview s : attention.overviews()) {
            if (s.stay().placedAt() == null
                    ? s.inField() || s.link().connected()
                    : sites.contains(s.stay().site())) {
                along.put(s.serial(), s);
            }
        }
        Map<Long, Map<Long, List<String>>> misfits = placements.misfits(
                along.values().stream()
                        .filter(s -> s.run().missionId() != null && s.run().collectedAt() == null)
                        .map(s -> s.run().missionId())
                        .toList(),
                open.stream().filter(Task::bringsOne).map(Task::spotId).collect(Collectors.toSet()));
        along.forEach((serial, s) -> {
            ObjectNode facts = out.putObject(serial);
            if (s.stay().placedAt() != null) {
                facts.put("at", s.where());
            }
            if (notWired.containsKey(serial)) {
                facts.put("notWired", notWired.get(serial));
            }
            if (s.run().missionId() != null && misfits.containsKey(s.run().missionId())) {
                ObjectNode there = facts.putObject("misfit");
                misfits.get(s.run().missionId())
                        .forEach((spot, words) -> there.put(
                                String.valueOf(spot),
                                words.stream().map(Texts::sentence).collect(Collectors.joining(" "))));
            }
        });
        return out.toString();
    }
}
