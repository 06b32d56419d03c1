package org.pelerin.app.collect;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
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
import org.pelerin.link.message.PageTable;
import org.pelerin.link.message.Refusal;
import org.pelerin.link.message.RefusedException;
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
            if (!job.leaveRunning() && link.status().state().running()) {
                link.stop();
            }
            // pages and records first: what the header says of the end is then not older than they are
            MissionInfo info = link.missions().stream()
                    .findFirst()
                    .orElseThrow(() -> new HopelessException("The logger holds no mission"));
            byte[] header = link.readHeader(info.number());
            MissionHeader said = MissionHeader.decode(header);
            if (!said.serial().equals(job.serial())) {
                throw new HopelessException("The logger says that it is " + said.serial());
            }
            Mission mission = mission(job, info.number(), said);
            if (mission.collected()) {
                throw new HopelessException("This mission is home already");
            }
            CaptureMapper.CaptureRow capture = begin(mission.id(), info, header, read(link));
            pages(link, info, capture, progress);
            verify(capture, info, oldest(link, info), job.orderedBy());
            return mission.id();
        }
    }

    /** Begins a capture, or takes up one that a broken link or an earlier visit left. */
    private CaptureMapper.CaptureRow begin(long mission, MissionInfo info, byte[] header, ClockReading clockReading) {
        Optional<CaptureMapper.CaptureRow> before = captures.row(mission);
        if (before.isEmpty()) {
            return captures.begin(mission, info, header, clockReading);
        }
        if (!captures.reach(before.get(), info, header, clockReading)) {
            throw new HopelessException("The logger holds other records than when the download began");
        }
        return captures.row(mission).orElseThrow();
    }

    private void pages(LoggerLink link, MissionInfo info, CaptureMapper.CaptureRow capture, Progress progress) {
        PageReader reader = new PageReader(link);
        long id = capture.missionId();
        long before = 0;
        try {
            for (MissionInfo.Pages part : info.parts()) {
                Optional<CaptureMapper.NumberedPage> last = captures.lastPage(capture, part);
                long next = last.map(CaptureMapper.NumberedPage::page).orElse(part.first());
                for (long page = Math.max(next, part.first()); page < part.end(); page++) {
                    byte[] bytes = read(reader, info.number(), page);
                    if (bytes == null) {
                        continue;
                    }
                    if (last.isPresent() && last.get().page() == page) {
                        grow(id, last.get(), bytes);
                    } else {
                        captures.add(id, page, bytes);
                    }
                    progress.at(id, before + page + 1 - part.first(), info.pages(), "downloading");
                }
                before += part.count();
            }
        } finally {
            captures.addRereads(id, reader.rereads());
        }
    }

    /** Null where a logger that goes on has overwritten it in the meantime. */
    private static byte[] read(PageReader reader, int mission, long page) {
        try {
            return reader.read(mission, page);
        } catch (RefusedException e) {
            if (e.refusal() == Refusal.PAGE_GONE) {
                return null;
            }
            throw e;
        }
    }

    /** The first page of each part that the logger holds by now: it may have gone on overwriting. */
    private static Map<PageTable, Long> oldest(LoggerLink link, MissionInfo info) {
        return link.missions().stream()
                .filter(m -> m.number() == info.number())
                .flatMap(m -> m.parts().stream())
                .collect(Collectors.toMap(p -> PageTable.of(p.first()), MissionInfo.Pages::first));
    }

    /** The newest page that was there before is looked at again: its record may have gone on. */
    private void grow(long mission, CaptureMapper.NumberedPage before, byte[] now) {
        if (!MemoryPage.grown(before.bytes(), now)) {
            throw new HopelessException("The logger holds other records than when the download began");
        }
        if (!Arrays.equals(before.bytes(), now)) {
            captures.grow(mission, before, now);
        }
    }

    /** Everything that the logger holds must be there; what it held once and has overwritten since may be. */
    private void verify(CaptureMapper.CaptureRow row, MissionInfo info, Map<PageTable, Long> oldest, String by) {
        List<byte[]> pages = captures.pages(row.missionId());
        Set<Long> missing = new HashSet<>();
        info.pageNumbers()
                .filter(p -> p >= oldest.getOrDefault(PageTable.of(p), 0L))
                .forEach(missing::add);
        long last = -1;
        for (byte[] bytes : pages) {
            boolean follows = MemoryPage.number(bytes) > last;
            if (!follows || !MemoryPage.intact(bytes) || MemoryPage.mission(bytes) != info.number()) {
                throw new HopelessException("The pages stored do not follow each other");
            }
            last = MemoryPage.number(bytes);
            missing.remove(last);
        }
        if (!missing.isEmpty()) {
            throw new HopelessException("The capture lacks " + missing.size() + " of " + info.pages() + " pages");
        }
        captures.complete(
                row.missionId(),
                new org.pelerin.link.capture.Capture(row.header(), pages, row.firstRecord()).sha256(),
                by);
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
