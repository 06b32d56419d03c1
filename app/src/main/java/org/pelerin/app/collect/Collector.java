package org.pelerin.app.collect;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.PrimitiveIterator;
import org.pelerin.app.connect.Dock;
import org.pelerin.app.mission.Mission;
import org.pelerin.app.mission.MissionService;
import org.pelerin.link.LinkException;
import org.pelerin.link.LoggerLink;
import org.pelerin.link.capture.PageReader;
import org.pelerin.link.message.MalformedMessageException;
import org.pelerin.link.message.MemoryPage;
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

    /** Something that trying again will not mend. */
    static class HopelessException extends RuntimeException {
        HopelessException(String message) {
            super(message);
        }
    }

    private final Dock dock;
    private final MissionService missions;
    private final CaptureStore captures;
    private final Homecoming homecoming;
    private final Clock clock;

    Collector(Dock dock, MissionService missions, CaptureStore captures, Homecoming homecoming, Clock clock) {
        this.dock = dock;
        this.missions = missions;
        this.captures = captures;
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
            if (link.status().state().running()) {
                link.stop();
            }
            MissionInfo info = link.missions().stream()
                    .findFirst()
                    .orElseThrow(() -> new HopelessException("The logger holds no mission"));
            byte[] header = link.readHeader(info.number());
            MissionHeader said = MissionHeader.decode(header);
            if (!said.serial().equals(job.serial())) {
                throw new HopelessException("The logger says that it is " + said.serial());
            }
            Mission mission = mission(job, info.number(), said);
            CaptureMapper.CaptureRow capture =
                    captures.row(mission.id()).orElseGet(() -> captures.begin(mission.id(), info, header, read(link)));
            if (capture.endRecord() != info.endRecord()
                    || !captures.parts(capture).equals(info.parts())) {
                throw new HopelessException("The logger holds other records than when the download began");
            }
            pages(link, info, capture, progress);
            verify(capture, info);
            return mission.id();
        }
    }

    private void pages(LoggerLink link, MissionInfo info, CaptureMapper.CaptureRow capture, Progress progress) {
        PageReader reader = new PageReader(link);
        long id = capture.missionId();
        long before = 0;
        try {
            for (MissionInfo.Pages part : captures.parts(capture)) {
                for (long page = captures.nextPage(capture, part); page < part.end(); page++) {
                    captures.add(id, page, reader.read(info.number(), page));
                    progress.at(id, before + page + 1 - part.first(), info.pages(), "downloading");
                }
                before += part.count();
            }
        } finally {
            captures.addRereads(id, reader.rereads());
        }
    }

    private void verify(CaptureMapper.CaptureRow row, MissionInfo info) {
        List<byte[]> pages = captures.pages(row.missionId());
        PrimitiveIterator.OfLong expected = info.pageNumbers().iterator();
        for (byte[] bytes : pages) {
            boolean follows = expected.hasNext() && MemoryPage.number(bytes) == expected.nextLong();
            if (!follows || !MemoryPage.intact(bytes) || MemoryPage.mission(bytes) != info.number()) {
                throw new HopelessException("The pages stored do not follow each other");
            }
        }
        if (expected.hasNext()) {
            throw new HopelessException("The capture has " + pages.size() + " of " + info.pages() + " pages");
        }
        captures.complete(
                row.missionId(), new org.pelerin.link.capture.Capture(row.header(), pages, row.firstRecord()).sha256());
    }

    private String finish(long missionId, Job job, Progress progress) {
        CaptureMapper.CaptureRow row = captures.row(missionId).orElseThrow();
        long pages =
                captures.parts(row).stream().mapToLong(MissionInfo.Pages::count).sum();
        return homecoming.settle(missionId, job.orderedBy(), step -> progress.at(missionId, pages, pages, step));
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
