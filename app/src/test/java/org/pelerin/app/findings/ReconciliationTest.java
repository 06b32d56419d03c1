package org.pelerin.app.findings;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.pelerin.core.judge.Severity;

/** What a new judgement makes of what was known; hours of a day. */
class ReconciliationTest {

    private static final Instant DAY = Instant.parse("2026-03-02T00:00:00Z");

    private static Instant hour(double h) {
        return DAY.plusSeconds((long) (h * 3600));
    }

    private static Part part(long id, String rule, String channel, String direction, double from, double to) {
        return new Part(
                id,
                id,
                7,
                rule,
                channel,
                "",
                direction,
                "°C",
                Severity.MAJOR,
                false,
                6.0,
                9.0,
                hour(from),
                hour(to),
                hour(from),
                hour(to),
                true);
    }

    private static Part found(String rule, double from, double to) {
        return part(0, rule, "Air", "above", from, to);
    }

    private static Part known(long id, String rule, double from, double to) {
        return part(id, rule, "Air", "above", from, to);
    }

    @Test
    void the_same_judgement_changes_nothing() {
        Reconciliation r = Reconciliation.of(
                List.of(known(1, "warm", 2, 4), known(2, "warm", 8, 9)),
                List.of(found("warm", 2, 4), found("warm", 8, 9)));
        assertThat(r.nothing()).isTrue();
    }

    @Test
    void one_that_grew_keeps_its_place_and_how_it_was_first_found() {
        Reconciliation r = Reconciliation.of(List.of(known(1, "warm", 2, 4)), List.of(found("warm", 1, 5)));
        Part now = r.changed().get(0).now();
        assertThat(now.id()).isEqualTo(1);
        assertThat(now.end()).isEqualTo(hour(5));
        assertThat(now.firstEnd()).isEqualTo(hour(4));
        assertThat(r.vanished()).isEmpty();
        assertThat(r.appeared()).isEmpty();
    }

    @Test
    void the_same_departure_by_another_rule_is_the_same_departure() {
        Reconciliation r = Reconciliation.of(List.of(known(1, "warm", 2, 4)), List.of(found("warm: Air", 2, 4)));
        assertThat(r.changed()).hasSize(1);
        // of two rules that find it, each keeps its own
        Reconciliation two = Reconciliation.of(
                List.of(known(1, "mean", 2, 4), known(2, "warm", 2, 4)),
                List.of(found("warm", 2, 4), found("mean", 2, 4)));
        assertThat(two.nothing()).isTrue();
    }

    @Test
    void what_is_not_found_any_more_vanished_and_comes_back() {
        Part one = known(1, "warm", 2, 4);
        assertThat(Reconciliation.of(List.of(one), List.of()).vanished()).containsExactly(one);
        Part gone = new Part(
                1,
                1,
                7,
                "warm",
                "Air",
                "",
                "above",
                "°C",
                Severity.MAJOR,
                false,
                6.0,
                9.0,
                hour(2),
                hour(4),
                hour(2),
                hour(4),
                false);
        assertThat(Reconciliation.of(List.of(gone), List.of()).nothing()).isTrue();
        assertThat(Reconciliation.of(List.of(gone), List.of(found("warm", 2, 4)))
                        .back())
                .extracting(Part::found)
                .containsExactly(true);
    }

    @Test
    void a_loop_that_goes_out_again_and_again_is_one_finding_a_side() {
        List<Part> found = new ArrayList<>();
        for (int i = 0; i <= Reconciliation.MOST; i++) {
            found.add(found("warm", 2 * i, 2 * i + 1));
        }
        found.add(part(0, "cold", "Air", "below", 100, 101));
        assertThat(Reconciliation.of(List.of(), found).appeared())
                .extracting(List::size)
                .containsExactly(Reconciliation.MOST + 1, 1);
        assertThat(Reconciliation.of(List.of(), found.subList(0, Reconciliation.MOST))
                        .appeared())
                .hasSize(Reconciliation.MOST);
    }

    @Test
    void another_side_or_another_time_is_another_departure_and_those_at_one_time_are_one_happening() {
        Reconciliation r = Reconciliation.of(
                List.of(known(1, "warm", 2, 4)),
                List.of(
                        part(0, "cold", "Air", "below", 3, 5),
                        part(0, "damp", "Humidity", "below", 5, 6),
                        found("warm", 10, 11)));
        assertThat(r.vanished()).hasSize(1);
        assertThat(r.appeared()).extracting(List::size).containsExactly(2, 1);
    }
}
