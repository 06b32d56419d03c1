package org.pelerin.app.collect;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.pelerin.app.deployment.prepare.write.HomeKeeper;
import org.pelerin.app.evidence.DeviceAudit;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.loggers.connection.DockedLogger;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionLifecycle;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.link.LoggerLink;
import org.pelerin.link.message.EraseRequest;
import org.pelerin.link.message.MissionInfo;
import org.springframework.stereotype.Service;

/** Empties loggers of what is stored and verified here, and of nothing else. */
@Service
class Eraser implements HomeKeeper {

    private final CaptureStore captures;
    private final MissionQueries missions;
    private final Dock dock;
    private final DeviceAudit deviceAudit;
    private final MissionLifecycle lifecycle;

    Eraser(
            CaptureStore captures,
            MissionQueries missions,
            Dock dock,
            DeviceAudit deviceAudit,
            MissionLifecycle lifecycle) {
        this.lifecycle = lifecycle;
        this.deviceAudit = deviceAudit;
        this.captures = captures;
        this.missions = missions;
        this.dock = dock;
    }

    @Override
    public boolean allHome(DockedLogger logger) {
        return missions.collectedDevices(List.of(logger.serial())).containsAll(devices(logger));
    }

    @Override
    public long notHome(DockedLogger logger) {
        return notHome(logger, missions.received(List.of(logger.serial())));
    }

    /** @param received as {@link MissionQueries#received} has it */
    static long notHome(DockedLogger logger, Map<String, Long> received) {
        long home =
                received.getOrDefault(logger.serial() + "/" + logger.status().mission(), 0L);
        return Math.max(0, logger.status().records() - home);
    }

    /** As {@link MissionQueries#collectedDevices} names them. */
    static List<String> devices(DockedLogger logger) {
        return logger.status().missions().stream()
                .map(n -> logger.serial() + "/" + n)
                .toList();
    }

    static CollectService.NotNowException notHome() {
        return new CollectService.NotNowException(Texts.of("collect.eraser.theRecordsOfTheLogger"));
    }

    private Optional<Mission> home(String serial, MissionInfo info) {
        return missions.ofDevice(serial, info.number()).filter(Mission::home);
    }

    /** All missions in memory, of which each is home. */
    @Override
    public void erase(String serial, String by) {
        try (LoggerLink link = dock.open(serial)) {
            List<MissionInfo> held = link.missions();
            if (held.stream().anyMatch(i -> home(serial, i).isEmpty())) {
                throw notHome();
            }
            for (MissionInfo info : held) {
                Mission mission = home(serial, info).orElseThrow();
                StoredCapture capture = captures.summary(mission.id())
                        .filter(c -> c.sha256() != null)
                        .orElseThrow(() ->
                                new CollectService.NotNowException(Texts.of("collect.eraser.theCaptureIsNotComplete")));
                deviceAudit.tried(
                        by,
                        "erase logger",
                        mission.subject(),
                        Texts.stored("stored.eraser.collectedAndVerifiedCapture", "sha256", capture.sha256()),
                        () -> {
                            link.erase(
                                    mission.removed()
                                            // after its time there are no pages here to hold against those there
                                            ? EraseRequest.discard(info.number(), capture.endRecord())
                                            : EraseRequest.collected(
                                                    info.number(), capture.endRecord(), proof(mission, info)));
                            lifecycle.erased(mission, by);
                            return info;
                        });
            }
        }
        dock.poll();
    }

    /** Its pages; what it has overwritten since an earlier visit is held here and not there. */
    private List<byte[]> proof(Mission mission, MissionInfo info) {
        Set<Long> there = info.pageNumbers().boxed().collect(Collectors.toSet());
        return captures.numbered(mission.id()).stream()
                .filter(p -> there.contains(p.page()))
                .map(CaptureMapper.NumberedPage::bytes)
                .toList();
    }
}
