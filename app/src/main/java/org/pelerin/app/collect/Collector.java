package org.pelerin.app.collect;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.pelerin.app.connect.Dock;
import org.pelerin.app.mission.Mission;
import org.pelerin.app.mission.MissionService;
import org.pelerin.link.LinkException;
import org.pelerin.link.LoggerLink;
import org.pelerin.link.message.MalformedMessageException;
import org.pelerin.link.message.MissionHeader;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.Status;
import org.springframework.stereotype.Service;

/**
 * Brings one mission home in steps that each are committed: pages as they arrive, then the capture's hash, then the
 * series, then the judgement. Whoever comes after a break goes on with the step that is missing.
 */
@Service
class Collector {

    /** Told of progress; throws if somebody else has taken the job over. */
    interface Progress {
        void at(Long missionId, long done, long total, String message);
    }

    private final Dock dock;
    private final MissionService missions;
    private final CaptureStore captures;
    private final CaptureIntake intake;
    private final Homecoming homecoming;
    private final Clock clock;

    Collector(
            Dock dock,
            MissionService missions,
            CaptureStore captures,
            CaptureIntake intake,
            Homecoming homecoming,
            Clock clock) {
        this.dock = dock;
        this.missions = missions;
        this.captures = captures;
        this.intake = intake;
        this.homecoming = homecoming;
        this.clock = clock;
    }

    /** @throws LinkException or {@link Dock.NotConnectedException} when the link breaks: to be taken up again */
    String collect(Job job, Progress progress) {
        long missionId;
        Optional<CaptureMapper.CaptureRow> home =
                Optional.ofNullable(job.missionId()).flatMap(captures::row).filter(CaptureMapper.CaptureRow::complete);
        if (home.isPresent()) {
            missionId = home.get().missionId();
        } else {
            missionId = download(job, progress);
        }
        return finish(missionId, job, progress);
    }

    private long download(Job job, Progress progress) {
        try (LoggerLink link = dock.open(job.serial())) {
            if (!job.leaveRunning() && link.status().state().running()) {
                link.stop();
            }
            // pages and records first: what the header says of the end is then not older than they are
            MissionInfo info = link.missions().stream()
                    .findFirst()
                    .orElseThrow(() -> new CaptureIntake.HopelessException("The logger holds no mission"));
            byte[] header = link.readHeader(info.number());
            MissionHeader said = MissionHeader.decode(header);
            if (!said.serial().equals(job.serial())) {
                throw new CaptureIntake.HopelessException("The logger says that it is " + said.serial());
            }
            Mission mission = mission(job, info.number(), said);
            if (mission.collected()) {
                throw new CaptureIntake.HopelessException("This mission is home already");
            }
            long id = mission.id();
            intake.take(
                    id,
                    new LinkSource(link, info, header, read(link)),
                    job.orderedBy(),
                    (done, total) -> progress.at(id, done, total, "downloading"));
            return id;
        }
    }

    private String finish(long missionId, Job job, Progress progress) {
        CaptureMapper.CaptureRow row = captures.row(missionId).orElseThrow();
        long pages =
                captures.parts(row).stream().mapToLong(MissionInfo.Pages::count).sum();
        return homecoming.settle(
                missionId, job.leaveRunning(), job.orderedBy(), step -> progress.at(missionId, pages, pages, step));
    }

    private Mission mission(Job job, int number, MissionHeader header) {
        return missions.ofDevice(job.serial(), number)
                .or(() -> missions.adoptDraft(job.serial(), number, header.plan(), header.writtenAt()))
                .orElseGet(() -> missions.adoptForeign(
                        job.serial(), number, header.plan(), header.writtenAt(), job.orderedBy()));
    }

    private ClockReading read(LoggerLink link) {
        Instant before = clock.instant();
        Status status = link.status();
        Instant after = clock.instant();
        return new ClockReading(status.clock(), Duration.between(Dock.midpoint(before, after), status.clock()));
    }

    static boolean worthAnotherTry(RuntimeException e) {
        return e instanceof LinkException
                || e instanceof Dock.NotConnectedException
                || e instanceof MalformedMessageException;
    }
}
