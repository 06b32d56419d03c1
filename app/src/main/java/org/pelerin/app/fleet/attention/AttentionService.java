package org.pelerin.app.fleet.attention;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.pelerin.app.collect.CollectService;
import org.pelerin.app.collect.Job;
import org.pelerin.app.findings.LoggerWaits;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.loggers.connection.DockedLogger;
import org.pelerin.app.loggers.connection.Station;
import org.pelerin.app.loggers.connection.Stations;
import org.pelerin.app.organisation.HouseService;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.rights.OwnSites;
import org.pelerin.app.platform.web.Formats;
import org.springframework.stereotype.Service;

/** How loggers stand and who needs somebody. */
@Service
public class AttentionService {

    private final FleetCache register;
    private final Dock dock;
    private final Stations stations;
    private final CollectService collections;
    private final Formats show;
    private final Clock clock;
    private final HouseService house;

    AttentionService(
            FleetCache register,
            Dock dock,
            Stations stations,
            CollectService collections,
            Formats show,
            Clock clock,
            HouseService house) {
        this.house = house;
        this.stations = stations;
        this.collections = collections;
        this.register = register;
        this.show = show;
        this.dock = dock;
        this.clock = clock;
    }

    /** Everything that needs somebody at the sites of whoever asks, the gravest first, then by what began first. */
    public List<Need> all() {
        return needs(overviews());
    }

    /** All loggers at the sites of whoever asks, and at none, as they stand now. */
    public List<LoggerOverview> overviews() {
        return overviews(clock.instant(), Duration.ZERO);
    }

    /**
     * All loggers at the sites of whoever asks, and at none, as they will stand at an instant if nothing is done until then.
     *
     * @param ahead how much earlier than required a collection is taken to be due
     */
    public List<LoggerOverview> overviews(Instant now, Duration ahead) {
        Map<String, DockedLogger> connected = dock.view().loggers().stream()
                .collect(Collectors.toMap(DockedLogger::serial, Function.identity(), (a, b) -> a));
        FleetCache.Entries entries = register.entries();
        Map<String, Silence> silent = silent();
        Around around = around(entries);
        List<LoggerOverview> out = new ArrayList<>();
        OwnSites own = OwnSites.now();
        for (OverviewMapper.Row row : entries.rows()) {
            if (!own.holds(row.siteId)) {
                continue;
            }
            LoggerOverview s = overview(
                    row, connected.get(row.serial), entries.calibrationDue().get(row.serial), silent.get(row.serial));
            out.add(s.needing(needs(s, now, ahead, around)));
        }
        return out;
    }

    /** The sites at which loggers lie, or are meant to, by serial; without those that are at none. */
    Map<String, Long> sites() {
        return register.entries().rows().stream()
                .filter(r -> r.siteId != null)
                .collect(Collectors.toMap(r -> r.serial, r -> r.siteId));
    }

    /** One logger as it stands now; empty for one that was never connected. */
    public Optional<LoggerOverview> of(String serial) {
        Instant now = clock.instant();
        FleetCache.Entries entries = register.entries();
        return entries.rows().stream()
                .filter(r -> r.serial.equals(serial))
                .findFirst()
                .map(r -> overview(
                        r,
                        dock.find(serial).orElse(null),
                        entries.calibrationDue().get(serial),
                        silent().get(serial)))
                .map(s -> s.needing(needs(s, now, Duration.ZERO, around(entries))));
    }

    /**
     * What makes needs beside how loggers stand themselves.
     *
     * @param rules from when on they need somebody
     * @param twice addresses at which a serial answers more than once, by serial
     * @param broken downloads that wait for their logger, by serial
     */
    private record Around(
            Needs rules, Map<String, List<String>> twice, Map<Long, LoggerWaits> findings, Map<String, Job> broken) {}

    private Around around(FleetCache.Entries entries) {
        return new Around(
                new Needs(house.house().attention()),
                dock.claimedTwice(),
                entries.findings(),
                collections.allActive().stream()
                        .filter(j -> j.state() == Job.State.WAITING_FOR_LOGGER)
                        .collect(Collectors.toMap(Job::serial, Function.identity())));
    }

    private static Need brokenOff(LoggerOverview s, Job job) {
        return new Need(
                Need.Kind.HALF_COLLECTED,
                s.serial(),
                job.missionId() == null ? s.run().missionId() : job.missionId(),
                s.where(),
                s.stay().spotId(),
                job.orderedAt(),
                job.total() == 0
                        ? ""
                        : Texts.of("fleet.attention.attentionService.percentTransferred", "percent", job.percent()),
                false);
    }

    private List<Need> needs(LoggerOverview s, Instant now, Duration ahead, Around around) {
        List<Need> out = around.rules.of(s, now, ahead);
        LoggerWaits waits = around.findings.get(s.device().loggerId());
        if (waits != null) {
            out = new ArrayList<>(out);
            out.add(finding(s, waits));
        }
        Job broken = around.broken.get(s.serial());
        if (broken != null && !s.link().connected()) {
            out = new ArrayList<>(out);
            out.add(brokenOff(s, broken));
            out.sort(Comparator.comparing(Need::kind));
        }
        List<String> claimants = around.twice.get(s.serial());
        if (claimants == null) {
            return out;
        }
        List<Need> all = new ArrayList<>(out);
        all.add(
                0,
                new Need(
                        Need.Kind.CLAIMED_TWICE,
                        s.serial(),
                        s.run().missionId(),
                        s.where(),
                        s.stay().spotId(),
                        null,
                        Texts.of("fleet.attention.attentionService.atX", "x", Texts.and(claimants)),
                        true));
        return all;
    }

    /** Since its due date, where one is said: that is what calendars show. */
    private Need finding(LoggerOverview s, LoggerWaits waits) {
        return new Need(
                Need.Kind.FINDING,
                s.serial(),
                s.run().missionId(),
                s.where(),
                s.stay().spotId(),
                waits.due() == null
                        ? waits.since()
                        : waits.due().atStartOfDay(show.home()).toInstant(),
                waits.words()
                        + (waits.due() == null
                                ? ""
                                : Texts.of("fleet.attention.attentionService.dueDue", "due", waits.due())),
                s.link().connected());
    }

    private Map<String, Silence> silent() {
        Map<String, Silence> out = new HashMap<>();
        for (Station s : stations.all()) {
            Silence silence = Silence.of(s);
            if (silence != null && !s.serial().isEmpty()) {
                out.put(s.serial(), silence);
            }
        }
        return out;
    }

    /** What they need, the gravest first, then by what began first. */
    public static List<Need> needs(List<LoggerOverview> overviews) {
        return overviews.stream()
                .flatMap(s -> s.needs().stream())
                .sorted(Comparator.comparing(Need::kind)
                        .thenComparing(Need::since, Comparator.nullsLast(Comparator.naturalOrder())))
                .toList();
    }

    private static LoggerOverview overview(
            OverviewMapper.Row r, DockedLogger here, Instant calibrationDue, Silence silence) {
        boolean retired = r.retiredAt != null && (r.writtenAt == null || !r.retiredAt.isBefore(r.writtenAt));
        return new LoggerOverview(
                new LoggerOverview.Device(r.loggerId, r.serial, r.model, r.clockOffsetMs, r.seenAt, retired, r.lost),
                new LoggerOverview.Run(
                        r.missionId,
                        r.state,
                        r.writtenAt,
                        r.startsAt,
                        r.endsAt,
                        r.plannedEnd,
                        r.batteryEndsAt,
                        r.collectedAt,
                        r.homeAt),
                new LoggerOverview.Stay(
                        r.spotId,
                        r.siteId,
                        r.spot,
                        r.site,
                        r.placedAt,
                        r.takenAt,
                        r.misfit == null ? "" : r.misfit,
                        r.collectDays),
                new LoggerOverview.Link(
                        here != null,
                        here != null && here.inDock(),
                        here != null && here.status().alarmed(),
                        r.alarmedAt,
                        here != null ? null : silence),
                r.readAt,
                calibrationDue,
                List.of());
    }
}
