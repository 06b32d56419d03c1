package org.pelerin.app.missions;

import java.util.Optional;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.loggers.connection.DockedLogger;
import org.pelerin.link.LoggerLink;
import org.pelerin.link.message.LoggerState;
import org.pelerin.link.message.MissionHeader;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Brings the missions' states up to date with what a logger in the dock says of itself. */
@Component
class MissionObserver {

    private final MissionQueries missions;
    private final MissionCreation creation;
    private final Dock dock;
    private final MissionLifecycle lifecycle;

    MissionObserver(MissionQueries missions, MissionCreation creation, Dock dock, MissionLifecycle lifecycle) {
        this.lifecycle = lifecycle;
        this.missions = missions;
        this.creation = creation;
        this.dock = dock;
    }

    @EventListener
    void on(Dock.SeenEvent event) {
        DockedLogger logger = event.logger();
        for (int number : logger.status().missions()) {
            boolean newest = number == logger.status().mission();
            Optional<Mission> known = missions.ofDevice(logger.serial(), number);
            if (known.isEmpty()) {
                MissionHeader header = header(logger, number);
                known = creation.known(
                        logger.serial(), number, header.plan(), header.writtenAt(), header.firstSampleAt());
            }
            known.filter(m -> m.state().inField())
                    .ifPresent(m -> update(
                            m,
                            logger,
                            newest ? state(logger.status().state()) : MissionState.ENDED,
                            !newest || logger.status().records() > 0));
        }
    }

    private void update(Mission mission, DockedLogger logger, MissionState state, boolean begun) {
        boolean ended = state == MissionState.ENDED && mission.state() != MissionState.ENDED;
        if (begun && (mission.course().startsAt() == null || ended)) {
            MissionHeader header = header(logger, mission.device().missionNumber());
            if (header.firstSampleAt() != null) {
                lifecycle.started(mission, header.firstSampleAt());
                header.stop().ifPresent(e -> lifecycle.ended(mission, header.firstSampleAt(), e.at()));
            }
        }
        if (state == MissionState.WAITING && mission.state() == MissionState.LOGGING) {
            lifecycle.stillWaiting(mission);
        }
        lifecycle.observed(mission, state);
        if (state == MissionState.LOGGING && mission.course().startsAt() != null && logger.missionsHeld() > 1) {
            lifecycle.roomLeft(mission, logger.status().capacity());
        }
    }

    private MissionHeader header(DockedLogger logger, int number) {
        try (LoggerLink link = dock.open(logger.serial())) {
            return MissionHeader.decode(link.readHeader(number));
        }
    }

    private static MissionState state(LoggerState state) {
        return switch (state) {
            case WAITING -> MissionState.WAITING;
            case LOGGING -> MissionState.LOGGING;
            default -> MissionState.ENDED;
        };
    }
}
