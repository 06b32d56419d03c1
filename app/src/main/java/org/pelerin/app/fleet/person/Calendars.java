package org.pelerin.app.fleet.person;

import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.stream.Collectors;
import net.fortuna.ical4j.data.CalendarOutputter;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.component.VEvent;
import net.fortuna.ical4j.model.property.Description;
import net.fortuna.ical4j.model.property.DtStamp;
import net.fortuna.ical4j.model.property.LastModified;
import net.fortuna.ical4j.model.property.Location;
import net.fortuna.ical4j.model.property.ProdId;
import net.fortuna.ical4j.model.property.Uid;
import net.fortuna.ical4j.model.property.Url;
import net.fortuna.ical4j.model.property.XProperty;
import net.fortuna.ical4j.model.property.immutable.ImmutableCalScale;
import net.fortuna.ical4j.model.property.immutable.ImmutableStatus;
import net.fortuna.ical4j.model.property.immutable.ImmutableTransp;
import net.fortuna.ical4j.model.property.immutable.ImmutableVersion;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.fleet.rounds.Round;
import org.pelerin.app.fleet.rounds.Task;
import org.pelerin.app.platform.language.Texts;

/** A calendar of rounds and of what falls due, by RFC 5545: all-day events, so that no zone matters. */
final class Calendars {

    /** A round with what is to be done in it. */
    record RoundEntry(Round round, List<Task> tasks) {}

    private Calendars() {}

    /**
     * @param due what will need somebody, with the instant when
     * @param base address of the application, without a slash at its end
     * @param zone in which days are counted
     */
    static String of(List<RoundEntry> rounds, List<Need> due, String base, ZoneId zone, Instant now) {
        Calendar calendar = new Calendar();
        calendar.add(new ProdId("-//Pelerin//Rounds 1//EN"));
        calendar.add(ImmutableVersion.VERSION_2_0);
        calendar.add(ImmutableCalScale.GREGORIAN);
        calendar.add(new XProperty("X-WR-CALNAME", "Pelerin"));
        rounds.forEach(r -> calendar.add(round(r, base)));
        due.forEach(n -> calendar.add(due(n, base, zone, now)));
        StringWriter out = new StringWriter();
        try {
            new CalendarOutputter().output(calendar, out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toString();
    }

    private static VEvent round(RoundEntry entry, String base) {
        Round r = entry.round;
        VEvent event = new VEvent(
                r.day(), r.day().plusDays(1), Texts.of("fleet.person.calendars.roundName", "name", r.name()));
        event.replace(new DtStamp(r.changedAt()));
        event.add(new LastModified(r.changedAt()));
        event.add(new Uid("round-" + r.id() + "@pelerin"));
        event.add(ImmutableStatus.VEVENT_CONFIRMED);
        event.add(new Location(entry.tasks.stream().map(Task::site).distinct().collect(Collectors.joining(", "))));
        event.add(new Description((r.remarks().isEmpty() ? "" : r.remarks() + "\n")
                + entry.tasks.stream().map(Calendars::line).collect(Collectors.joining("\n"))));
        event.add(new Url(java.net.URI.create(base + "/rounds/" + r.id())));
        return event;
    }

    private static String line(Task t) {
        return Texts.of(
                "fleet.person.calendars.task",
                "done",
                t.state() == Task.State.DONE,
                "kind",
                t.kind().words(),
                "known",
                !t.serial().isEmpty(),
                "serial",
                t.serial(),
                "where",
                t.where(),
                "with",
                !t.why().isEmpty(),
                "why",
                t.why());
    }

    private static VEvent due(Need n, String base, ZoneId zone, Instant now) {
        LocalDate day = LocalDate.ofInstant(n.since(), zone);
        VEvent event = new VEvent(
                day,
                day.plusDays(1),
                Texts.of(
                        "fleet.person.calendars.need",
                        "serial",
                        n.serial(),
                        "at",
                        !n.where().isEmpty(),
                        "where",
                        n.where(),
                        "what",
                        words(n.kind())));
        event.replace(new DtStamp(now));
        event.add(new Uid(words(n.kind()).replace(' ', '-') + "-" + n.serial() + "-"
                + (n.missionId() == null ? 0 : n.missionId()) + "@pelerin"));
        event.add(ImmutableTransp.TRANSPARENT);
        event.add(new Url(java.net.URI.create(base + n.path())));
        return event;
    }

    /** What happens on that day. */
    private static String words(Need.Kind kind) {
        return switch (kind) {
            case MEMORY_FULL, MEMORY_FILLS -> Texts.of("fleet.person.calendars.memoryFull");
            case BATTERY_EMPTY, BATTERY_ENDS -> Texts.of("fleet.person.calendars.batteryEnds");
            case OVERDUE -> Texts.of("fleet.person.calendars.collectionDue");
            case CALIBRATION_LAPSED, CALIBRATION_DUE -> Texts.of("fleet.person.calendars.calibrationDue");
            default -> kind.words(1);
        };
    }
}
