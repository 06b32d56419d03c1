package org.pelerin.app.attention;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.pelerin.app.calibration.Calibration;
import org.pelerin.app.calibration.CalibrationService;
import org.pelerin.app.connect.Dock;
import org.pelerin.app.connect.DockedLogger;
import org.pelerin.app.field.Placement;
import org.pelerin.app.field.PlacementService;
import org.pelerin.app.logger.LoggerRegistry;
import org.pelerin.app.logger.LoggerUnit;
import org.pelerin.app.mission.Mission;
import org.pelerin.app.mission.MissionService;
import org.pelerin.app.place.PlaceService;
import org.pelerin.app.place.Spot;
import org.springframework.stereotype.Service;

/** Who needs somebody: a handful of queries, however many loggers there are. */
@Service
public class AttentionService {

    private final LoggerRegistry loggers;
    private final MissionService missions;
    private final PlacementService placements;
    private final PlaceService places;
    private final CalibrationService calibrations;
    private final Dock dock;
    private final Clock clock;

    AttentionService(
            LoggerRegistry loggers,
            MissionService missions,
            PlacementService placements,
            PlaceService places,
            CalibrationService calibrations,
            Dock dock,
            Clock clock) {
        this.loggers = loggers;
        this.missions = missions;
        this.placements = placements;
        this.places = places;
        this.calibrations = calibrations;
        this.dock = dock;
        this.clock = clock;
    }

    /** Everything that needs somebody, the gravest first, then by what began first. */
    public List<Need> all() {
        return at(clock.instant(), Duration.ZERO);
    }

    /**
     * What will need somebody at an instant if nothing is done until then.
     *
     * @param ahead how much earlier than required a collection is taken to be due
     */
    public List<Need> at(Instant now, Duration ahead) {
        Map<Long, Mission> newest =
                missions.newestOfAll().stream().collect(Collectors.toMap(Mission::loggerId, Function.identity()));
        Map<String, Placement> placed =
                placements.present().stream().collect(Collectors.toMap(Placement::serial, Function.identity()));
        Map<Long, Spot> spots = places.spots().stream().collect(Collectors.toMap(Spot::id, Function.identity()));
        Map<Long, Instant> collected = missions.lastReadBySpot();
        Map<String, DockedLogger> connected =
                dock.view().loggers().stream().collect(Collectors.toMap(DockedLogger::serial, Function.identity()));
        Map<String, Instant> due = calibrations.dueBefore(now.plus(Needs.CALIBRATION_SOON)).stream()
                .collect(Collectors.toMap(Calibration::serial, Calibration::dueAt, (a, b) -> a.isBefore(b) ? a : b));
        List<Need> out = new ArrayList<>();
        for (LoggerUnit logger : loggers.all()) {
            Mission mission = newest.get(logger.id());
            Placement at = placed.get(logger.serial());
            Spot spot = spots.get(at != null ? (Long) at.spotId() : mission == null ? null : mission.spotId());
            DockedLogger here = connected.get(logger.serial());
            out.addAll(Needs.of(
                    new Needs.Facts(
                            logger,
                            mission,
                            here != null,
                            here != null && here.status().alarmed(),
                            at,
                            spot == null ? null : spot.collectDays(),
                            spot == null ? null : collected.get(spot.id()),
                            due.get(logger.serial()),
                            retired(logger, mission)),
                    now,
                    ahead));
        }
        out.sort(Comparator.comparing(Need::kind)
                .thenComparing(Need::since, Comparator.nullsLast(Comparator.naturalOrder())));
        return out;
    }

    private static boolean retired(LoggerUnit logger, Mission mission) {
        Instant at = logger.retiredAt();
        return at != null && (mission == null || mission.writtenAt() == null || !at.isBefore(mission.writtenAt()));
    }
}
