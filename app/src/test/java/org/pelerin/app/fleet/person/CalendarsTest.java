package org.pelerin.app.fleet.person;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import net.fortuna.ical4j.data.CalendarBuilder;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.Component;
import net.fortuna.ical4j.model.component.VEvent;
import org.junit.jupiter.api.Test;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.fleet.rounds.Round;
import org.pelerin.app.fleet.rounds.Task;

class CalendarsTest {

    private static final Instant NOW = Instant.parse("2026-10-24T09:00:00Z");

    private static String calendar() {
        Round round = new Round(
                4,
                "Höhe, Tal; beide",
                LocalDate.of(2026, 10, 25),
                "tech",
                "Technician",
                "Schlüssel\nmitnehmen",
                NOW,
                "tech",
                NOW,
                null,
                null,
                1,
                0);
        Task task = new Task(
                1,
                4,
                1,
                Task.Kind.COLLECT,
                9,
                "rear",
                1,
                "Höhe",
                "Europe/Paris",
                "PL-1",
                "alder-t1",
                "a reason long enough that its line has to be folded somewhere, because a line holds 75 octets",
                "",
                null,
                Task.State.OPEN,
                null,
                null,
                "",
                false);
        // half past midnight in Paris is still the day before in UTC
        Need full = new Need(
                Need.Kind.MEMORY_FILLS, "PL-2", 8L, "Tal / top", 3L, Instant.parse("2026-10-26T23:30:00Z"), false);
        return Calendars.of(
                List.of(new Calendars.RoundEntry(round, List.of(task))),
                List.of(full),
                "http://localhost",
                ZoneId.of("Europe/Paris"),
                NOW);
    }

    @Test
    void lines_end_and_fold_as_rfc_5545_asks() {
        String text = calendar();
        assertThat(text).startsWith("BEGIN:VCALENDAR\r\n").endsWith("END:VCALENDAR\r\n");
        for (String line : text.split("\r\n")) {
            assertThat(line.getBytes(StandardCharsets.UTF_8).length).as(line).isLessThanOrEqualTo(75);
            assertThat(line).doesNotContain("\n");
        }
        assertThat(text).contains("SUMMARY:Round: Höhe\\, Tal\\; beide\r\n");
    }

    @Test
    void read_back_it_holds_the_days_as_they_are_in_the_zone() throws Exception {
        Calendar read = new CalendarBuilder().build(new StringReader(calendar()));
        read.validate();
        List<VEvent> events = read.getComponents(Component.VEVENT);
        assertThat(events).hasSize(2);
        VEvent round = events.get(0);
        // the day on which clocks go back is one day all the same
        assertThat(round.getDateTimeStart().getValue()).isEqualTo("20261025");
        assertThat(round.getDateTimeEnd().getValue()).isEqualTo("20261026");
        assertThat(round.getDescription().getValue()).startsWith("Schlüssel\nmitnehmen\nCollect PL-1, Höhe / rear: a");
        VEvent due = events.get(1);
        assertThat(due.getDateTimeStart().getValue()).isEqualTo("20261027");
        assertThat(due.getSummary().getValue()).isEqualTo("PL-2 at Tal / top: memory full");
        assertThat(due.getUid().orElseThrow().getValue()).isEqualTo("memory-full-PL-2-8@pelerin");
    }
}
