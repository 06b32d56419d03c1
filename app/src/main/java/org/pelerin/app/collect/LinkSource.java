package org.pelerin.app.collect;

import java.util.Map;
import java.util.stream.Collectors;
import org.pelerin.link.LoggerLink;
import org.pelerin.link.capture.PageReader;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.PageTable;
import org.pelerin.link.message.Refusal;
import org.pelerin.link.message.RefusedException;

/** A mission read over a link, page by page. */
final class LinkSource implements CaptureIntake.Source {

    private final LoggerLink link;
    private final PageReader reader;
    private final MissionInfo info;
    private final byte[] header;
    private final UnitReading clock;

    LinkSource(LoggerLink link, MissionInfo info, byte[] header, UnitReading clock) {
        this.link = link;
        this.reader = new PageReader(link);
        this.info = info;
        this.header = header.clone();
        this.clock = clock;
    }

    @Override
    public MissionInfo info() {
        return info;
    }

    @Override
    public byte[] header() {
        return header;
    }

    @Override
    public UnitReading clock() {
        return clock;
    }

    @Override
    public byte[] page(long number) {
        try {
            return reader.read(info.number(), number);
        } catch (RefusedException e) {
            if (e.refusal() == Refusal.PAGE_GONE) {
                return null;
            }
            throw e;
        }
    }

    @Override
    public Map<PageTable, Long> oldest() {
        return link.missions().stream()
                .filter(m -> m.number() == info.number())
                .flatMap(m -> m.parts().stream())
                .collect(Collectors.toMap(p -> PageTable.of(p.first()), MissionInfo.Pages::first));
    }

    @Override
    public Map<Long, Integer> rereads() {
        return reader.rereads();
    }
}
