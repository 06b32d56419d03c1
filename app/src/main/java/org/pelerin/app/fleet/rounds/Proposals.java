package org.pelerin.app.fleet.rounds;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.places.Spot;
import org.pelerin.app.platform.language.Texts;

/** What a round on a day could do: a pure function of what is due by then, one task a logger at most. */
final class Proposals {

    /**
     * What is known on the day.
     *
     * @param needs of all loggers, as they will stand on the day
     * @param spots all of them
     * @param models by serial
     * @param sealed serials of loggers whose battery cannot be changed
     * @param lying serials of loggers that lie at a spot
     * @param waiting serials of loggers that are written for a spot and lie nowhere yet, with that spot
     * @param taken spots where a logger lies, or is thought to
     * @param left tasks that closed rounds left undone
     * @param planned tasks of open rounds, with their round
     */
    record Facts(
            List<Need> needs,
            List<Spot> spots,
            Map<String, String> models,
            Set<String> sealed,
            Set<String> lying,
            Map<String, Long> waiting,
            Set<Long> taken,
            List<Task> left,
            Map<Task, Round> planned) {}

    private final Facts facts;
    private final Reasons.Days days;
    private final Map<Long, Spot> spots;
    private final Map<String, Proposal> bySerial = new LinkedHashMap<>();

    private Proposals(Facts facts, Reasons.Days days) {
        this.facts = facts;
        this.days = days;
        this.spots = facts.spots.stream().collect(Collectors.toMap(Spot::id, Function.identity()));
    }

    /** By site and spot. */
    static List<Proposal> of(Facts facts, Reasons.Days days) {
        return new Proposals(facts, days).all();
    }

    private List<Proposal> all() {
        facts.needs.stream()
                .collect(Collectors.groupingBy(Need::serial, LinkedHashMap::new, Collectors.toList()))
                .forEach(this::visit);
        List<Proposal> out = new ArrayList<>(bySerial.values());
        out.addAll(placings());
        out.addAll(left(out));
        out.sort(Comparator.comparing(Proposal::site)
                .thenComparing(Proposal::spot)
                .thenComparing(Proposal::kind)
                .thenComparing(Proposal::serial));
        return out;
    }

    /** One task for all that a logger needs. */
    private void visit(String serial, List<Need> needs) {
        Spot spot = needs.stream()
                .map(Need::spotId)
                .filter(Objects::nonNull)
                .map(spots::get)
                .filter(Objects::nonNull)
                .findFirst()
                .orElse(null);
        if (spot == null) {
            return;
        }
        List<Need> out = needs.stream()
                .filter(n -> outdoors(n, facts.lying.contains(serial)))
                .toList();
        out.stream()
                .map(n -> kind(n, serial))
                .filter(Objects::nonNull)
                .min(Comparator.naturalOrder())
                .ifPresent(kind -> bySerial.put(
                        serial,
                        proposal(
                                kind,
                                spot,
                                serial,
                                Reasons.of(out, facts.sealed.contains(serial), days),
                                Reasons.names(out),
                                out.stream()
                                        .filter(n -> kind(n, serial) != null)
                                        .map(Need::since)
                                        .filter(Objects::nonNull)
                                        .min(Comparator.naturalOrder())
                                        .orElse(null))));
    }

    /** Whether somebody has to go there for it: what is on the table, or answers from where it hangs, needs no trip. */
    static boolean outdoors(Need n, boolean lies) {
        return switch (n.kind()) {
            case LEFT_STOPPED, NO_PLAN, OTHERWISE, CALIBRATION_LAPSED, CALIBRATION_DUE, CLOCK_OFF -> lies;
            case FINDING -> false;
            default -> !n.connected();
        };
    }

    /** What has to be done for it; null where it is only worth knowing. */
    private Task.Kind kind(Need n, String serial) {
        return switch (n.kind()) {
            case MEMORY_FULL, MEMORY_FILLS, STOPPED, OVERDUE, HALF_COLLECTED -> Task.Kind.COLLECT;
            case BATTERY_EMPTY, BATTERY_ENDS -> facts.sealed.contains(serial) ? Task.Kind.SWAP : Task.Kind.COLLECT;
            case LEFT_STOPPED, NO_PLAN, OTHERWISE, CALIBRATION_LAPSED, CALIBRATION_DUE -> Task.Kind.SWAP;
            case NEVER_STARTED, ALARM, LOST, SILENT, CLAIMED_TWICE -> Task.Kind.CHECK;
            case CLOCK_OFF, FINDING, NOT_EMPTIED -> null;
        };
    }

    /** Loggers that wait to be carried out, and spots that want one and have none. */
    private List<Proposal> placings() {
        List<Proposal> out = new ArrayList<>();
        facts.waiting.forEach((serial, spot) -> {
            if (spots.containsKey(spot) && !bySerial.containsKey(serial)) {
                out.add(proposal(
                        Task.Kind.PLACE,
                        spots.get(spot),
                        serial,
                        Texts.stored("stored.proposals.writtenForIt"),
                        "",
                        null));
            }
        });
        Set<Long> promised = Set.copyOf(facts.waiting.values());
        for (Spot s : facts.spots) {
            boolean wanted = s.planId() != null || s.collectDays() != null;
            if (wanted && !facts.taken.contains(s.id()) && !promised.contains(s.id())) {
                String plan =
                        s.plan() == null ? "" : Texts.stored("stored.proposals.isRequiredThere", "plan", s.plan());
                out.add(proposal(
                        Task.Kind.PLACE,
                        s,
                        "",
                        Texts.stored("stored.proposals.noLoggerThere", "plan", plan),
                        "",
                        null));
            }
        }
        return out;
    }

    /** What earlier rounds left, unless it is asked for anyway. */
    private List<Proposal> left(List<Proposal> others) {
        List<Proposal> out = new ArrayList<>();
        for (Task t : facts.left) {
            boolean asked = others.stream()
                    .anyMatch(p -> p.spotId() == t.spotId()
                            && p.serial().equals(t.serial())
                            && p.kind().compareTo(t.kind()) <= 0);
            Proposal p = spots.containsKey(t.spotId())
                    ? proposal(
                            t.kind(),
                            spots.get(t.spotId()),
                            t.serial(),
                            Texts.stored(
                                    "stored.proposals.notDone",
                                    "more",
                                    (t.why().isEmpty() ? "" : t.why() + ", "),
                                    "day",
                                    days.day(t.settledAt())),
                            t.needs(),
                            t.dueAt())
                    : null;
            if (p != null && !asked && out.stream().noneMatch(o -> o.key().equals(p.key()))) {
                out.add(p);
            }
        }
        return out;
    }

    private Proposal proposal(Task.Kind kind, Spot spot, String serial, String why, String needs, Instant due) {
        Round planned = facts.planned.entrySet().stream()
                .filter(e -> e.getKey().spotId() == spot.id()
                        && e.getKey().open()
                        && (serial.isEmpty()
                                ? e.getKey().kind() == kind
                                : e.getKey().serial().equals(serial)))
                .map(Map.Entry::getValue)
                .findFirst()
                .orElse(null);
        return new Proposal(
                kind,
                spot.id(),
                spot.name(),
                spot.siteId(),
                spot.site(),
                serial,
                facts.models.get(serial),
                why,
                needs,
                due,
                planned);
    }
}
