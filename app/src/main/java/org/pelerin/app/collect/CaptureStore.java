package org.pelerin.app.collect;

import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.pelerin.app.platform.sql.RetriedOnDeadlock;
import org.pelerin.link.capture.Capture;
import org.pelerin.link.capture.DecodeProgress;
import org.pelerin.link.capture.PageChain;
import org.pelerin.link.message.MemoryPage;
import org.pelerin.link.message.MissionHeader;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.PageTable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Captures in the database. A page that was stored is never written again. */
@Service
@RetriedOnDeadlock
public class CaptureStore {

    private final CaptureMapper captures;
    private final Clock clock;

    CaptureStore(CaptureMapper captures, Clock clock) {
        this.captures = captures;
        this.clock = clock;
    }

    /** A complete capture with all its pages: proportional to the record. */
    public Optional<StoredCapture> find(long missionId) {
        CaptureMapper.CaptureRow row = captures.byMission(missionId);
        if (row == null || !row.complete()) {
            return Optional.empty();
        }
        return Optional.of(stored(row, pages(missionId)));
    }

    /** The same with the pages from where it was decoded to; those before are not read. */
    Optional<StoredCapture> since(long missionId, DecodeProgress reached) {
        CaptureMapper.CaptureRow row = captures.byMission(missionId);
        if (row == null || !row.complete()) {
            return Optional.empty();
        }
        List<byte[]> pages = new ArrayList<>();
        for (PageTable table : PageTable.values()) {
            pages.addAll(pages(missionId, table, reached.page(table)));
        }
        return Optional.of(stored(row, pages));
    }

    /** Pages of a table in order, from a number on. */
    List<byte[]> pages(long missionId, PageTable table, long from) {
        return captures.pagesFrom(missionId, from, table.end()).stream()
                .map(CaptureMapper.PageRow::bytes)
                .toList();
    }

    /** The pages of each table that need not be linked again: all but the newest, which may still grow. */
    Map<PageTable, PageChain> chains(long missionId) {
        return captures.chains(missionId).stream()
                .map(r -> new PageChain(r.pageTable(), r.nextPage(), r.link()))
                .collect(Collectors.toMap(PageChain::table, Function.identity()));
    }

    /** How far the series go that are stored. */
    DecodeProgress reached(long missionId) {
        return new DecodeProgress(captures.decoded(missionId).stream()
                .collect(Collectors.toMap(
                        CaptureMapper.DecodedRow::pageTable,
                        r -> new DecodeProgress.At(
                                r.page(),
                                Arrays.stream(r.held().split(" "))
                                        .map(Long::valueOf)
                                        .toList()))));
    }

    /** To be called in the transaction that stores the series. */
    void noteReached(long missionId, DecodeProgress reached) {
        reached.tables()
                .forEach((table, at) -> captures.noteDecoded(
                        missionId,
                        new CaptureMapper.DecodedRow(
                                table,
                                at.page(),
                                at.before().stream().map(String::valueOf).collect(Collectors.joining(" ")))));
    }

    /** The same without its pages. */
    public Optional<StoredCapture> summary(long missionId) {
        return Optional.ofNullable(captures.byMission(missionId)).map(row -> stored(row, List.of()));
    }

    List<byte[]> pages(long missionId) {
        return captures.pages(missionId).stream()
                .map(CaptureMapper.PageRow::bytes)
                .toList();
    }

    /**
     * Whether pages are held already, as they are or as they were before they grew. Pages that a wrapping logger has overwritten since are
     * held too.
     */
    boolean holds(long missionId, byte[] header, List<byte[]> pages) {
        CaptureMapper.CaptureRow row = captures.byMission(missionId);
        Map<Long, byte[]> held =
                pages(missionId).stream().collect(Collectors.toMap(MemoryPage::number, Function.identity()));
        return row != null
                && MissionHeader.decode(row.header()).grownFrom(MissionHeader.decode(header))
                && pages.stream().allMatch(p -> {
                    byte[] here = held.get(MemoryPage.number(p));
                    return here != null && MemoryPage.grown(p, here);
                });
    }

    Optional<CaptureMapper.CaptureRow> row(long missionId) {
        return Optional.ofNullable(captures.byMission(missionId));
    }

    /** @param wanted the tables that are to come home */
    @Transactional
    CaptureMapper.CaptureRow begin(
            long missionId, MissionInfo info, List<MissionInfo.Pages> wanted, byte[] header, UnitReading unit) {
        MissionInfo.Pages records = records(wanted).orElse(new MissionInfo.Pages(0, 0));
        captures.insert(new CaptureMapper.CaptureRow(
                missionId,
                header,
                info.firstRecord(),
                info.endRecord(),
                records.first(),
                records.end(),
                unit.offset(),
                unit.device(),
                0,
                false,
                null,
                clock.instant(),
                "",
                "",
                unit.battery(),
                unit.alarmed()));
        others(wanted).forEach(p -> captures.insertPart(new CaptureMapper.PartRow(missionId, p.first(), p.end())));
        return captures.byMission(missionId);
    }

    /**
     * Takes up a capture that was begun, or closed while its logger went on: from now on it reaches to where the logger is. What was
     * held longer than the logger keeps it stays.
     *
     * @param wanted the tables that are to come home; others stay as they are here
     *
     * @return false if the logger holds less than was there before: it is not the same record
     */
    @Transactional
    boolean reach(
            CaptureMapper.CaptureRow row,
            MissionInfo info,
            List<MissionInfo.Pages> wanted,
            byte[] header,
            UnitReading unit) {
        List<MissionInfo.Pages> before = parts(row);
        long endPage = records(wanted).map(MissionInfo.Pages::end).orElse(row.endPage());
        if (info.endRecord() < row.endRecord() || endPage < row.endPage()) {
            return false;
        }
        for (MissionInfo.Pages part : others(wanted)) {
            PageTable table = PageTable.of(part.first());
            Optional<MissionInfo.Pages> held = before.stream()
                    .skip(1)
                    .filter(b -> PageTable.of(b.first()) == table)
                    .findFirst();
            if (held.isEmpty()) {
                captures.insertPart(new CaptureMapper.PartRow(row.missionId(), part.first(), part.end()));
            } else {
                captures.reachPart(row.missionId(), held.get().first(), part.end());
            }
        }
        captures.reach(
                row.missionId(),
                header,
                info.endRecord(),
                endPage,
                unit.offset(),
                unit.device(),
                unit.battery(),
                unit.alarmed());
        return true;
    }

    private static Optional<MissionInfo.Pages> records(List<MissionInfo.Pages> parts) {
        return parts.stream().filter(p -> p.table() == PageTable.RECORDS).findFirst();
    }

    private static List<MissionInfo.Pages> others(List<MissionInfo.Pages> parts) {
        return parts.stream().filter(p -> p.table() != PageTable.RECORDS).toList();
    }

    /** The pages that belong to it, stored already or not: those of the records first. */
    List<MissionInfo.Pages> parts(CaptureMapper.CaptureRow row) {
        List<MissionInfo.Pages> out = new ArrayList<>();
        out.add(new MissionInfo.Pages(row.firstPage(), row.endPage()));
        captures.parts(row.missionId()).forEach(p -> out.add(new MissionInfo.Pages(p.firstPage(), p.endPage())));
        return out;
    }

    /** The newest stored page of a part: it may have grown since. */
    Optional<CaptureMapper.NumberedPage> lastPage(CaptureMapper.CaptureRow row, MissionInfo.Pages part) {
        return Optional.ofNullable(captures.lastPage(row.missionId(), part.first(), part.end()));
    }

    /** A page that has grown; what it was stays beside it, as a visit's hash is over it. */
    @Transactional
    void updateNewestPage(long missionId, CaptureMapper.NumberedPage before, byte[] now) {
        captures.keepBefore(missionId, captures.reads(missionId), before.page(), before.bytes());
        captures.updatePage(missionId, before.page(), now);
    }

    @Transactional
    void add(long missionId, long page, byte[] bytes) {
        captures.insertPage(missionId, page, bytes);
    }

    @Transactional
    void addRereads(long missionId, Map<Long, Integer> more) {
        if (!more.isEmpty()) {
            int count = more.values().stream().mapToInt(Integer::intValue).sum();
            String before = captures.byMission(missionId).reread();
            captures.addRereads(missionId, count, Rereads.words(before, more));
        }
    }

    /**
     * Closes a capture, for now or for good; every visit is noted with its hash.
     *
     * @param settled what need not be linked again
     */
    @Transactional
    void complete(long missionId, Set<PageTable> leftOut, String sha256, Collection<PageChain> settled, String by) {
        settled.forEach(c -> captures.chain(missionId, new CaptureMapper.ChainRow(c.table(), c.next(), c.link())));
        captures.complete(missionId, CollectionScope.text(leftOut), sha256);
        CaptureMapper.CaptureRow row = captures.byMission(missionId);
        captures.insertRead(new CaptureMapper.ReadRow(
                missionId,
                captures.reads(missionId) + 1,
                clock.instant(),
                row.endRecord(),
                sha256,
                by,
                row.header(),
                parts(row).stream().map(p -> String.valueOf(p.end())).collect(Collectors.joining(" ")),
                true));
        long alarms = MissionHeader.decode(row.header()).events().stream()
                .filter(e -> e.kind().alarm())
                .count();
        captures.noteConditions(row, captures.reads(missionId), (int) alarms);
        captures.clearReread(missionId);
    }

    /** What the newest visit brought, counted when its series are there. */
    @Transactional
    void noteResult(long missionId, long expected, long received, int gaps) {
        captures.noteResult(missionId, captures.reads(missionId), expected, received, gaps);
    }

    /** How often its records were collected. */
    public int countVisits(long missionId) {
        return captures.countVisits(missionId);
    }

    /** The visits to a mission, the newest first. */
    public List<Visit> visitsTo(long missionId) {
        return captures.visitsTo(missionId);
    }

    /** The last visits of all, the newest first. */
    public List<Visit> latestVisits(int limit) {
        return captures.latestVisits(limit);
    }

    /**
     * The hash of the capture as it was after a visit, reckoned from what is stored; it must be the one that was noted then.
     * Proportional to the record.
     *
     * @param visit from 1
     */
    public String sha256AfterVisit(long missionId, int visit) {
        CaptureMapper.ReadRow then = captures.readRow(missionId, visit);
        long[] ends =
                Arrays.stream(then.ends().split(" ")).mapToLong(Long::parseLong).toArray();
        Map<Long, byte[]> pages = new TreeMap<>();
        captures.numbered(missionId).forEach(p -> pages.put(p.page(), p.bytes()));
        // the earliest that is not before the visit is put in last
        captures.before(missionId, visit).forEach(b -> pages.put(b.page(), b.bytes()));
        List<byte[]> there = new ArrayList<>();
        pages.forEach((page, bytes) -> {
            if (Arrays.stream(ends)
                    .anyMatch(end -> end > 0 && page < end && PageTable.of(page) == PageTable.of(end - 1))) {
                there.add(bytes);
            }
        });
        Capture capture = new Capture(then.header(), there, 0);
        return then.linked() ? capture.sha256() : capture.unlinkedSha256();
    }

    /** The hash of a complete capture, reckoned from the pages that are stored. Proportional to the record. */
    public Optional<String> reckoned(long missionId) {
        return find(missionId).map(c -> c.capture().sha256());
    }

    /** The hash that was noted after a visit. */
    public String notedAfterVisit(long missionId, int visit) {
        return captures.readRow(missionId, visit).sha256();
    }

    List<CaptureMapper.NumberedPage> numbered(long missionId) {
        return captures.numbered(missionId);
    }

    private static StoredCapture stored(CaptureMapper.CaptureRow row, List<byte[]> pages) {
        return new StoredCapture(
                new Capture(row.header(), pages, row.firstRecord()),
                row.clockOffsetMs(),
                row.clockReadAt(),
                row.battery() != null,
                row.rereads(),
                row.sha256(),
                row.endRecord(),
                CollectionScope.tables(row.leftOut()));
    }

    /** When records of these missions came home since, by mission. */
    public Map<Long, List<Instant>> visits(List<Long> missions, Instant from) {
        return missions.isEmpty()
                ? Map.of()
                : captures.visits(missions, from).stream()
                        .collect(Collectors.groupingBy(
                                CaptureMapper.VisitAt::missionId,
                                Collectors.mapping(CaptureMapper.VisitAt::readAt, Collectors.toList())));
    }
}
