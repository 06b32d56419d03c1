package org.pelerin.app.fleet.rounds;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.fleet.attention.Need.Kind;
import org.pelerin.app.places.Spot;

/** What a round proposes from what is due. */
class ProposalsTest {

    private static final Instant DUE = Instant.parse("2026-12-03T08:00:00Z");
    private static final Instant LATER = Instant.parse("2026-12-09T08:00:00Z");

    private static Spot spot(long id, String site, String name, String plan) {
        return new Spot(
                id,
                id / 10,
                site,
                name,
                "",
                plan == null ? null : 7L,
                plan,
                null,
                null,
                org.pelerin.core.plan.Hanging.DRY,
                "",
                null,
                null,
                null,
                List.of());
    }

    private static final List<Spot> SPOTS = List.of(
            spot(10, "Ash barn", "rear", null),
            spot(11, "Ash barn", "door", "Barn"),
            spot(20, "Birk hill", "top", null));

    private static Need need(Kind kind, String serial, long spot, Instant since) {
        return new Need(kind, serial, 5L, "somewhere", spot, since, false);
    }

    private static Task task(long id, Task.Kind kind, long spot, String serial, Task.State state) {
        return new Task(
                id,
                3,
                1,
                kind,
                spot,
                "rear",
                1,
                "Ash barn",
                "Europe/Paris",
                serial,
                null,
                "because",
                "",
                null,
                state,
                state == Task.State.OPEN ? null : DUE,
                "tech",
                "",
                state == Task.State.NOT_DONE);
    }

    private static List<Proposal> proposals(List<Need> needs, List<Task> left, Map<Task, Round> planned) {
        return Proposals.of(
                new Proposals.Facts(
                        needs,
                        SPOTS,
                        Map.of("PL-1", "alder-t1", "PL-2", "willow-p"),
                        Set.of("PL-2"),
                        Set.of("PL-1", "PL-2"),
                        Map.of(),
                        Set.of(10L, 11L, 20L),
                        left,
                        planned),
                t -> t.toString().substring(8, 10) + ".");
    }

    @Test
    void all_that_a_logger_needs_is_one_task_of_the_strongest_kind_with_the_earliest_day() {
        List<Proposal> out = proposals(
                List.of(
                        need(Kind.OVERDUE, "PL-1", 10, LATER),
                        need(Kind.ALARM, "PL-1", 10, null),
                        need(Kind.MEMORY_FILLS, "PL-1", 10, DUE)),
                List.of(),
                Map.of());
        assertThat(out).hasSize(1);
        assertThat(out.get(0).kind()).isEqualTo(Task.Kind.COLLECT);
        assertThat(out.get(0).dueAt()).isEqualTo(DUE);
        assertThat(out.get(0).why()).isEqualTo("collection due 09., alarm raised, memory full 03.");
    }

    @Test
    void a_battery_that_can_be_changed_is_taken_along_a_sealed_one_means_a_swap() {
        List<Proposal> out = proposals(
                List.of(need(Kind.BATTERY_ENDS, "PL-1", 10, DUE), need(Kind.BATTERY_ENDS, "PL-2", 20, DUE)),
                List.of(),
                Map.of());
        assertThat(out).extracting(Proposal::kind).containsExactly(Task.Kind.COLLECT, Task.Kind.SWAP);
        assertThat(out.get(0).why()).contains("take one along");
        assertThat(out.get(1).why()).contains("cannot be changed");
    }

    @Test
    void what_answers_where_it_hangs_and_what_lies_on_the_table_needs_no_trip() {
        Need connected = new Need(Kind.ALARM, "PL-1", 5L, "somewhere", 10L, null, true);
        Need table = need(Kind.LEFT_STOPPED, "PL-3", 10, DUE);
        Need nowhere = new Need(Kind.OVERDUE, "PL-1", 5L, "", null, DUE, false);
        assertThat(proposals(List.of(connected), List.of(), Map.of())).isEmpty();
        assertThat(proposals(List.of(table), List.of(), Map.of())).isEmpty();
        assertThat(proposals(List.of(nowhere), List.of(), Map.of())).isEmpty();
        // a clock that is off is worth knowing, not going for
        assertThat(proposals(List.of(need(Kind.CLOCK_OFF, "PL-1", 10, DUE)), List.of(), Map.of()))
                .isEmpty();
    }

    @Test
    void a_spot_that_wants_a_logger_and_one_that_waits_for_its_spot_are_placings() {
        List<Proposal> out = Proposals.of(
                new Proposals.Facts(
                        List.of(),
                        SPOTS,
                        Map.of("PL-4", "alder-t1"),
                        Set.of(),
                        Set.of(),
                        Map.of("PL-4", 20L),
                        Set.of(),
                        List.of(),
                        Map.of()),
                Instant::toString);
        assertThat(out).extracting(Proposal::key).containsExactly("PLACE:11:", "PLACE:20:PL-4");
        assertThat(out.get(0).why()).contains("“Barn” is required there");
    }

    @Test
    void what_a_closed_round_left_comes_again_unless_more_is_asked_for_anyway() {
        Task check = task(1, Task.Kind.CHECK, 10, "PL-1", Task.State.NOT_DONE);
        List<Proposal> alone = proposals(List.of(), List.of(check), Map.of());
        assertThat(alone).extracting(Proposal::key).containsExactly("CHECK:10:PL-1");
        assertThat(alone.get(0).why()).isEqualTo("because, not done 03.");
        List<Proposal> more = proposals(List.of(need(Kind.OVERDUE, "PL-1", 10, DUE)), List.of(check), Map.of());
        assertThat(more).extracting(Proposal::key).containsExactly("COLLECT:10:PL-1");
        Task swap = task(2, Task.Kind.SWAP, 10, "PL-1", Task.State.NOT_DONE);
        assertThat(proposals(List.of(need(Kind.OVERDUE, "PL-1", 10, DUE)), List.of(swap, swap), Map.of()))
                .extracting(Proposal::key)
                .containsExactly("SWAP:10:PL-1", "COLLECT:10:PL-1");
    }

    @Test
    void what_an_open_round_has_already_says_so() {
        Round round = new Round(
                3, "Barn", LocalDate.of(2026, 12, 1), "tech", "Technician", "", DUE, "tech", DUE, null, null, 1, 0);
        Map<Task, Round> planned = Map.of(task(1, Task.Kind.COLLECT, 10, "PL-1", Task.State.OPEN), round);
        List<Need> needs = List.of(need(Kind.OVERDUE, "PL-1", 10, DUE), need(Kind.OVERDUE, "PL-2", 20, DUE));
        assertThat(proposals(needs, List.of(), planned))
                .extracting(Proposal::planned)
                .containsExactly(round, null);
        Map<Task, Round> done = Map.of(task(1, Task.Kind.COLLECT, 10, "PL-1", Task.State.DONE), round);
        assertThat(proposals(needs, List.of(), done))
                .extracting(Proposal::planned)
                .containsOnlyNulls();
    }

    @Test
    void the_bag_holds_known_serials_and_as_many_of_each_model_as_are_swapped() {
        Task place = task(1, Task.Kind.PLACE, 10, "PL-4", Task.State.OPEN);
        Task done = task(2, Task.Kind.PLACE, 10, "PL-5", Task.State.DONE);
        Task any = task(3, Task.Kind.PLACE, 10, "", Task.State.OPEN);
        Task collect = task(4, Task.Kind.COLLECT, 10, "PL-1", Task.State.OPEN);
        assertThat(FieldSheet.along(List.of(place, done, any, collect))).isEqualTo("PL-4, 1 × logger for rear");
    }
}
