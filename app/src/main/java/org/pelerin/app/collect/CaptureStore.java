package org.pelerin.app.collect;

import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.pelerin.link.capture.Capture;
import org.pelerin.link.message.MissionInfo;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Captures in the database. A page that was stored is never written again. */
@Service
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

    /** The same without its pages. */
    public Optional<StoredCapture> summary(long missionId) {
        return Optional.ofNullable(captures.byMission(missionId)).map(row -> stored(row, List.of()));
    }

    List<byte[]> pages(long missionId) {
        return captures.pages(missionId).stream()
                .map(CaptureMapper.PageRow::bytes)
                .toList();
    }

    Optional<CaptureMapper.CaptureRow> row(long missionId) {
        return Optional.ofNullable(captures.byMission(missionId));
    }

    @Transactional
    CaptureMapper.CaptureRow begin(long missionId, MissionInfo info, byte[] header, ClockReading clockReading) {
        captures.insert(new CaptureMapper.CaptureRow(
                missionId,
                header,
                info.firstRecord(),
                info.endRecord(),
                info.parts().get(0).first(),
                info.parts().get(0).end(),
                clockReading.offset(),
                clockReading.device(),
                0,
                false,
                null,
                clock.instant()));
        info.parts().stream()
                .skip(1)
                .forEach(p -> captures.insertPart(new CaptureMapper.PartRow(missionId, p.first(), p.end())));
        return captures.byMission(missionId);
    }

    /** The pages that belong to it, stored already or not: those of the records first. */
    List<MissionInfo.Pages> parts(CaptureMapper.CaptureRow row) {
        List<MissionInfo.Pages> out = new ArrayList<>();
        out.add(new MissionInfo.Pages(row.firstPage(), row.endPage()));
        captures.parts(row.missionId()).forEach(p -> out.add(new MissionInfo.Pages(p.firstPage(), p.endPage())));
        return out;
    }

    /** The first page of a part that is not stored yet; its end if all are. */
    long nextPage(CaptureMapper.CaptureRow row, MissionInfo.Pages part) {
        return captures.nextPage(row.missionId(), part.first(), part.end());
    }

    void add(long missionId, long page, byte[] bytes) {
        captures.insertPage(missionId, page, bytes);
    }

    void addRereads(long missionId, int more) {
        if (more > 0) {
            captures.addRereads(missionId, more);
        }
    }

    void complete(long missionId, String sha256) {
        captures.complete(missionId, sha256);
    }

    private static StoredCapture stored(CaptureMapper.CaptureRow row, List<byte[]> pages) {
        return new StoredCapture(
                new Capture(row.header(), pages, row.firstRecord()),
                row.clockOffsetMs(),
                row.clockReadAt(),
                row.rereads(),
                row.sha256(),
                row.endRecord());
    }
}
