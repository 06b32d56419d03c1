package org.pelerin.app.collect;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.evidence.DeviceAudit;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionCreation;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.link.LinkException;
import org.pelerin.link.LoggerLink;
import org.pelerin.link.message.MalformedMessageException;
import org.pelerin.link.message.MissionHeader;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.Status;
import org.springframework.stereotype.Service;

/**
 * Brings missions home in steps that each are committed: pages as they arrive, then the capture's hash, then the series, then the
 * judgement. Whoever comes after a break goes on with the step that is missing.
 */
@Service
class Collector {

    /** Told of progress; throws if somebody else has taken the job over. */
    interface Progress {
        void at(Long missionId, long done, long total, String message);
    }

    private final Dock dock;
    private final MissionCreation creation;
    private final CaptureStore captures;
    private final CaptureIntake intake;
    private final CaptureProcessing processing;
    private final DeviceAudit deviceAudit;
    private final Clock clock;

    Collector(
            Dock dock,
            MissionCreation creation,
            CaptureStore captures,
            CaptureIntake intake,
            CaptureProcessing processing,
            DeviceAudit deviceAudit,
            Clock clock) {
        this.deviceAudit = deviceAudit;
        this.dock = dock;
        this.creation = creation;
        this.captures = captures;
        this.intake = intake;
        this.processing = processing;
        this.clock = clock;
    }

    /** @throws LinkException or {@link Dock.NotConnectedException} when the link breaks: to be taken up again */
    String collect(Job job, Progress progress) {
        List<String> told = new ArrayList<>();
        Optional<CaptureMapper.CaptureRow> home =
                Optional.ofNullable(job.missionId()).flatMap(captures::row).filter(CaptureMapper.CaptureRow::complete);
        Tally tally = new Tally(job.done(), job.total());
        if (home.isPresent()) {
            told.add(settle(home.get().missionId(), job, tally, progress));
        }
        if (home.isEmpty() || job.done() < job.total()) {
            told.addAll(download(job, home.map(CaptureMapper.CaptureRow::missionId), progress));
        }
        return String.join(". ", told);
    }

    /** Pages of all the missions that a job brings home. */
    private record Tally(long done, long total) {}

    /** All the missions chosen that are not home yet, the oldest first; each is settled before the next. */
    private List<String> download(Job job, Optional<Long> settled, Progress progress) {
        List<String> told = new ArrayList<>();
        try (LoggerLink link = dock.open(job.serial())) {
            if (!job.leaveRunning() && link.status().state().running()) {
                deviceAudit.noted(job.orderedBy(), "stop logger", job.serial(), "to collect it", () -> {
                    link.stop();
                    return Texts.stored("stored.collector.stopped");
                });
            }
            // the clock first: what must be there by then is; then pages and records: what the header says of the end
            // is not older
            UnitReading unit = read(link);
            List<MissionInfo> held = link.missions();
            List<MissionInfo> chosen = held.stream().filter(job.choice()::has).toList();
            if (chosen.isEmpty()) {
                throw new CaptureIntake.HopelessException(
                        held.isEmpty()
                                ? Texts.stored("stored.collector.theLoggerHoldsNoMission")
                                : Texts.stored("stored.collector.theLoggerHoldsNoneOf"));
            }
            long total = chosen.stream().mapToLong(m -> pages(m, job)).sum();
            long before = 0;
            for (MissionInfo info : chosen) {
                Tally then = new Tally(before + pages(info, job), total);
                mission(link, unit, info, job, settled, new Tally(before, total), progress)
                        .ifPresent(id -> told.add((chosen.size() > 1
                                        ? Texts.stored("stored.collector.missionNumber", "number", info.number())
                                        : "")
                                + settle(id, job, then, progress)));
                before += pages(info, job);
            }
        }
        if (told.isEmpty() && settled.isEmpty() && job.leaveRunning()) {
            // whoever comes by to see whether there is more has failed at nothing
            told.add(Texts.stored("stored.collector.nothingNewAllRecordsAre"));
        }
        if (told.isEmpty() && settled.isEmpty()) {
            throw new CaptureIntake.HopelessException(Texts.stored("stored.collector.thisMissionIsAlreadyCollected"));
        }
        return told;
    }

    private static long pages(MissionInfo info, Job job) {
        return info.parts().stream()
                .filter(p -> job.choice().has(p.table()))
                .mapToLong(MissionInfo.Pages::count)
                .sum();
    }

    /** Takes the pages of one mission in; empty where they were home before. */
    private Optional<Long> mission(
            LoggerLink link,
            UnitReading unit,
            MissionInfo info,
            Job job,
            Optional<Long> settled,
            Tally before,
            Progress progress) {
        byte[] header = link.readHeader(info.number());
        MissionHeader said = MissionHeader.decode(header);
        if (!said.serial().equals(job.serial())) {
            throw new CaptureIntake.HopelessException(
                    Texts.stored("stored.collector.theLoggerIdentifiesItselfAs", "serial", said.serial()));
        }
        Mission mission = creation.adopt(
                job.serial(), info.number(), said.plan(), said.writtenAt(), said.firstSampleAt(), job.orderedBy());
        if (mission.home() || settled.filter(id -> id == mission.id()).isPresent()) {
            return Optional.empty();
        }
        long id = mission.id();
        intake.take(
                id,
                new LinkSource(link, info, header, unit),
                job.choice(),
                job.orderedBy(),
                (done, ofIt) -> progress.at(id, before.done() + done, before.total(), "downloading"));
        return Optional.of(id);
    }

    private String settle(long missionId, Job job, Tally tally, Progress progress) {
        return processing.settle(
                missionId,
                job.leaveRunning(),
                job.orderedBy(),
                step -> progress.at(missionId, tally.done(), tally.total(), step));
    }

    private UnitReading read(LoggerLink link) {
        Instant before = clock.instant();
        Status status = link.status();
        Instant after = clock.instant();
        return new UnitReading(
                status.clock(),
                Duration.between(Dock.midpoint(before, after), status.clock()),
                status.batteryPermille(),
                status.alarmed());
    }

    static boolean worthAnotherTry(RuntimeException e) {
        return e instanceof LinkException
                || e instanceof Dock.NotConnectedException
                || e instanceof MalformedMessageException;
    }
}
