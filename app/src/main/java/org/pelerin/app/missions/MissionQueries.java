package org.pelerin.app.missions;

import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.pelerin.app.loggers.registry.Checked;
import org.springframework.stereotype.Service;
import org.threeten.extra.Interval;

/** What is known of missions. Nothing is changed here. */
@Service
public class MissionQueries {

    private final MissionMapper missions;

    MissionQueries(MissionMapper missions) {
        this.missions = missions;
    }

    public Optional<Mission> find(long id) {
        return Optional.ofNullable(missions.byId(id)).map(MissionRow::mission);
    }

    /** A mission that is there, as it is now; its row stays locked until the transaction ends. */
    public Mission lock(long id) {
        missions.lockSigned(id);
        return missions.byId(id).mission();
    }

    public Optional<Mission> ofDevice(String serial, int number) {
        return Optional.ofNullable(missions.byDeviceNumber(serial, number)).map(MissionRow::mission);
    }

    public List<Mission> ofLogger(String serial, int limit) {
        return all(missions.ofLogger(serial, limit));
    }

    /** Whether the record of a mission was removed after its time. */
    public boolean removed(long id) {
        return missions.removed(id);
    }

    /** The same as far as whoever asks may see them. */
    public List<Mission> listedOfLogger(String serial, int limit) {
        return all(missions.listedOfLogger(serial, limit));
    }

    /** The newest first. */
    public List<Mission> page(MissionFilter.Wanted wanted, int size, int page) {
        return all(missions.pageFrom(wanted, size, (long) size * page));
    }

    /** The same with so many more than a page holds, so that it is seen whether there is another. */
    public List<Mission> page(MissionFilter.Wanted wanted, int size, int page, int more) {
        return all(missions.pageFrom(wanted, size + more, (long) size * page));
    }

    /** Those of a spot, the newest first, running ones too. */
    public List<Mission> atSpot(long spotId, int limit) {
        MissionFilter filter = new MissionFilter();
        filter.spot = spotId;
        return all(missions.pageFrom(filter.wanted(ZoneOffset.UTC), limit, 0));
    }

    /** All of a spot of which something recorded between two instants is home, the earliest first, running ones too. */
    public List<Mission> recordedAt(long spotId, Instant from, Instant to) {
        return all(missions.recordedAt(spotId, from, to));
    }

    /** From the first to the last instant of which something recorded at a spot is home. */
    public Optional<Interval> spanRecordedAt(long spotId) {
        MissionMapper.Recorded r = missions.spanRecordedAt(spotId);
        return r == null || r.firstAt() == null || r.lastAt() == null
                ? Optional.empty()
                : Optional.of(Interval.of(r.firstAt(), r.lastAt().isBefore(r.firstAt()) ? r.firstAt() : r.lastAt()));
    }

    /** The last instant of which something recorded at a spot is home. */
    public Optional<Instant> lastRecordedAt(long spotId) {
        return Optional.ofNullable(missions.lastRecordedAt(spotId));
    }

    /** Whether its logger's clock was compared with the reference when its records came home. */
    public boolean clockCompared(long id) {
        return missions.clockCompared(id);
    }

    /** Whether its logger stopped because its memory was full or its battery empty. */
    public boolean ranOut(long id) {
        return missions.hasRunOut(id);
    }

    /** The newest that fit these letters of serial, plan, spot, site or name. */
    public List<Mission> named(String text, int limit) {
        MissionFilter filter = new MissionFilter();
        filter.q = text;
        return all(missions.pageFrom(filter.wanted(ZoneOffset.UTC), limit, 0));
    }

    /** The last missions collected at a spot that hold samples, the newest first. */
    public List<Mission> collectedAt(long spotId, int limit) {
        return all(missions.collectedAt(spotId, limit));
    }

    /** Why channels that read open were left so until its logger is placed; one, or none where none were. */
    public List<NotWired> notWired(Mission mission) {
        return missions.notWired(mission.id());
    }

    /** The same of all missions in the field. */
    public List<NotWired> notWired() {
        return missions.allNotWired();
    }

    /** Other loggers at work under a name. */
    public List<String> namesakes(String serial, String loggerName) {
        return loggerName.isBlank() ? List.of() : missions.namesakes(serial, loggerName);
    }

    /** Loggers that have been written for a spot and are in the field. */
    public List<String> writtenFor(long spotId) {
        return missions.writtenFor(spotId);
    }

    public MissionTally tally(MissionFilter.Wanted wanted) {
        return missions.tally(wanted);
    }

    /** Missions of these loggers in the field, and those collected since; without their settings. */
    public List<Mission> since(List<Long> loggers, Instant from) {
        return loggers.isEmpty() ? List.of() : all(missions.since(loggers, from));
    }

    /** Missions that came home since and left their limits, or could not be judged, the newest first. */
    public List<Mission> departed(Instant since, int limit) {
        return all(missions.departed(since, limit));
    }

    public int countDeparted(Instant since) {
        return missions.countDeparted(since);
    }

    /** The mission that was written by an act; empty where there is none. */
    public Optional<Mission> ofAct(String act) {
        return act.isEmpty()
                ? Optional.empty()
                : Optional.ofNullable(missions.ofAct(act)).flatMap(this::find);
    }

    /** Several at once, with their plans; in no order. */
    public List<Mission> of(List<Long> ids) {
        return ids.isEmpty() ? List.of() : all(missions.byIds(ids));
    }

    /** The plans of the library that missions were written with, by mission; those without one are not in it. */
    public Map<Long, Long> planIds(List<Long> ids) {
        return ids.isEmpty()
                ? Map.of()
                : missions.planIds(ids).stream()
                        .filter(p -> p.planId() != null)
                        .collect(Collectors.toMap(MissionMapper.PlanOf::id, MissionMapper.PlanOf::planId));
    }

    /** The plan of the library that it was written with; empty for settings of its own. */
    public Optional<Long> planId(long mission) {
        return Optional.ofNullable(missions.planId(mission));
    }

    private static List<Mission> all(List<MissionRow> rows) {
        return rows.stream().map(MissionRow::mission).toList();
    }

    /** What somebody said of its start; empty where nobody did. */
    public Optional<Confirmation> confirmation(long id) {
        return Optional.ofNullable(missions.confirmation(id));
    }

    /** Missions of these loggers that are home and have not been erased since, as “serial/number”. */
    public Set<String> collectedDevices(List<String> serials) {
        return serials.isEmpty() ? Set.of() : Set.copyOf(missions.collectedDevices(serials));
    }

    /** Records that are home of missions of these loggers that have not been erased since, by “serial/number”. */
    public Map<String, Long> received(List<String> serials) {
        return serials.isEmpty()
                ? Map.of()
                : missions.received(serials).stream()
                        .collect(
                                Collectors.toMap(r -> r.serial() + "/" + r.number(), MissionMapper.Received::received));
    }

    public Optional<Checked> check(Mission mission) {
        return Optional.ofNullable(missions.check(mission.id()));
    }

    /** Empty where they agree; null where they were not compared. */
    public String comparedAlarms(Mission mission) {
        return missions.comparedAlarms(mission.id());
    }

    public Optional<ClockDecision> clockDecision(long id) {
        return Optional.ofNullable(missions.clockDecision(id));
    }

    /** How the rows of the file that it was became its record; empty for what no file was read for. */
    public String intake(Mission mission) {
        return missions.intake(mission.id());
    }
}
