package org.pelerin.app.collect;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.link.capture.Capture;
import org.pelerin.link.capture.PageChain;
import org.pelerin.link.message.MemoryPage;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.PageTable;
import org.springframework.stereotype.Service;

/** Takes the pages of a mission in, from wherever they come: each is committed as it arrives, then all are checked together. */
@Service
class CaptureIntake {

    /** Something that trying again will not mend. */
    static class HopelessException extends RuntimeException {
        HopelessException(String message) {
            super(message);
        }
    }

    /** A mission as a logger, or what a logger wrote, gives it. */
    interface Source {
        MissionInfo info();

        byte[] header();

        UnitReading clock();

        /** Null where it has been overwritten since {@link #info} was told. */
        byte[] page(long number);

        /** The oldest page of each part that is still there, after all were read. */
        Map<PageTable, Long> oldest();

        /** Pages that came damaged and were asked for again, and how often each. */
        Map<Long, Integer> rereads();
    }

    /** Told of every page. */
    interface Progress {
        void at(long done, long total);
    }

    private static final String OTHER = "The logger holds other records than when the download began";

    private final CaptureStore captures;

    CaptureIntake(CaptureStore captures) {
        this.captures = captures;
    }

    void take(long mission, Source source, String by, Progress progress) {
        take(mission, source, CollectionScope.ALL, by, progress);
    }

    /**
     * @param choice which tables are taken in; what is there of others stays as it is
     * @throws HopelessException if the pages do not go with each other or with what is there
     */
    void take(long mission, Source source, CollectionScope choice, String by, Progress progress) {
        List<MissionInfo.Pages> wanted = source.info().parts().stream()
                .filter(p -> choice.has(p.table()))
                .toList();
        CaptureMapper.CaptureRow capture = begin(mission, source, wanted);
        try {
            pages(capture, source, wanted, progress);
        } finally {
            captures.addRereads(mission, source.rereads());
        }
        verify(capture, source, wanted, by);
    }

    /** Begins a capture, or takes up one that a broken link or an earlier visit left. */
    private CaptureMapper.CaptureRow begin(long mission, Source source, List<MissionInfo.Pages> wanted) {
        Optional<CaptureMapper.CaptureRow> before = captures.row(mission);
        if (before.isEmpty()) {
            return captures.begin(mission, source.info(), wanted, source.header(), source.clock());
        }
        if (!captures.reach(before.get(), source.info(), wanted, source.header(), source.clock())) {
            throw new HopelessException(OTHER);
        }
        return captures.row(mission).orElseThrow();
    }

    private void pages(
            CaptureMapper.CaptureRow capture, Source source, List<MissionInfo.Pages> wanted, Progress progress) {
        long total = wanted.stream().mapToLong(MissionInfo.Pages::count).sum();
        long before = 0;
        for (MissionInfo.Pages part : wanted) {
            Optional<CaptureMapper.NumberedPage> last = captures.lastPage(capture, part);
            long next = last.map(CaptureMapper.NumberedPage::page).orElse(part.first());
            for (long page = Math.max(next, part.first()); page < part.end(); page++) {
                byte[] bytes = source.page(page);
                if (bytes == null) {
                    continue;
                }
                if (last.isPresent() && last.get().page() == page) {
                    updateNewest(capture.missionId(), last.get(), bytes);
                } else {
                    captures.add(capture.missionId(), page, bytes);
                }
                progress.at(before + page + 1 - part.first(), total);
            }
            before += part.count();
        }
    }

    /** The newest page that was there before is looked at again: its record may have gone on. */
    private void updateNewest(long mission, CaptureMapper.NumberedPage before, byte[] now) {
        if (!MemoryPage.grown(before.bytes(), now)) {
            throw new HopelessException(OTHER);
        }
        if (!Arrays.equals(before.bytes(), now)) {
            captures.updateNewestPage(mission, before, now);
        }
    }

    /**
     * Everything that the source holds must be there; what it held once and has overwritten since may be. What was looked at by an
     * earlier visit is not read again.
     */
    private void verify(CaptureMapper.CaptureRow row, Source source, List<MissionInfo.Pages> wanted, String by) {
        MissionInfo info = source.info();
        Map<PageTable, Long> oldest = source.oldest();
        Map<PageTable, PageChain> before = captures.chains(row.missionId());
        List<PageChain> settled = new ArrayList<>();
        List<PageChain> whole = new ArrayList<>();
        long missing = 0;
        for (PageTable table : PageTable.values()) {
            PageChain chain = before.getOrDefault(table, PageChain.of(table));
            List<byte[]> pages = captures.pages(row.missionId(), table, chain.next());
            missing += wanted.stream()
                    .filter(p -> p.table() == table)
                    .mapToLong(p -> missing(
                            pages,
                            Math.max(p.first(), Math.max(chain.next(), oldest.getOrDefault(table, 0L))),
                            p.end()))
                    .sum();
            if (!pages.isEmpty()) {
                PageChain all = linked(chain, pages.subList(0, pages.size() - 1), info.number());
                settled.add(all);
                whole.add(linked(all, pages.subList(pages.size() - 1, pages.size()), info.number()));
            }
        }
        if (missing > 0) {
            throw new HopelessException(Texts.stored(
                    "stored.captureIntake.theCaptureLacksOfPages", "missing", missing, "pages", info.pages()));
        }
        captures.complete(row.missionId(), leftOut(row, info), Capture.sha256(row.header(), whole), settled, by);
    }

    /** How many pages of those from one number to another, exclusive, are not among these. */
    private static long missing(List<byte[]> pages, long from, long end) {
        long there = pages.stream()
                .mapToLong(MemoryPage::number)
                .filter(n -> n >= from && n < end)
                .distinct()
                .count();
        return Math.max(0, end - from) - there;
    }

    private static PageChain linked(PageChain chain, List<byte[]> pages, int mission) {
        PageChain out = chain;
        for (byte[] bytes : pages) {
            if (!MemoryPage.intact(bytes)
                    || MemoryPage.number(bytes) < out.next()
                    || MemoryPage.mission(bytes) != mission) {
                throw new HopelessException(Texts.stored("stored.captureIntake.theStoredPagesDoNot"));
            }
            out = out.with(bytes);
        }
        return out;
    }

    /** Tables of which the source holds pages that are not here. */
    private Set<PageTable> leftOut(CaptureMapper.CaptureRow row, MissionInfo info) {
        Map<PageTable, Long> held = captures.parts(row).stream()
                .filter(p -> p.count() > 0)
                .collect(Collectors.toMap(MissionInfo.Pages::table, MissionInfo.Pages::end));
        return info.parts().stream()
                .filter(p -> p.count() > 0 && held.getOrDefault(p.table(), 0L) < p.end())
                .map(MissionInfo.Pages::table)
                .collect(Collectors.toSet());
    }
}
