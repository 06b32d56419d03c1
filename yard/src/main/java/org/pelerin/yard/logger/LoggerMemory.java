package org.pelerin.yard.logger;

import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.mains.Disturbance;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.plan.Plan;
import org.pelerin.link.message.ChangesPage;
import org.pelerin.link.message.DisturbancePage;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.PageTable;
import org.pelerin.link.message.Refusal;
import org.pelerin.link.message.RefusedException;

/** The flash of one mission: its tables, each a ring of pages. */
final class LoggerMemory {

    private final long capacity;
    private final boolean wraps;
    private final RecordTable records;
    private final RecordTable second;
    private final EventTable<ChangesPage.Change> changes;
    private final EventTable<Disturbance> disturbances;

    LoggerMemory(int mission, LoggerModel model, Plan plan) {
        boolean wide = model.wideCounts();
        capacity = plan.capacity(model);
        wraps = plan.stop() instanceof org.pelerin.core.plan.StopCondition.Wrap;
        records = new RecordTable(mission, PageTable.RECORDS, plan.valuesPerRecord(), wide, capacity);
        second = plan.second().isEmpty()
                ? null
                : new RecordTable(
                        mission, PageTable.SECOND, plan.secondValues(), wide, Math.max(1, plan.secondCapacity(model)));
        changes = new EventTable<>(model.memory().changes(), ChangesPage.MOST, new EventTable.Pages<>() {
            @Override
            public byte[] write(long page, long first, List<ChangesPage.Change> entries) {
                return new ChangesPage(mission, PageTable.CHANGES.base() + page, first, entries).encode();
            }

            @Override
            public List<ChangesPage.Change> read(byte[] page) {
                return ChangesPage.decode(page).changes();
            }
        });
        disturbances = new EventTable<>(model.memory().disturbances(), 1, new EventTable.Pages<>() {
            @Override
            public byte[] write(long page, long first, List<Disturbance> entries) {
                return new DisturbancePage(mission, PageTable.DISTURBANCES.base() + page, entries.get(0)).encode();
            }

            @Override
            public List<Disturbance> read(byte[] page) {
                return List.of(DisturbancePage.decode(page).disturbance());
            }
        });
    }

    /** @param ends entries of each table, as {@link #ends} gave them */
    void restore(List<Long> ends, byte[] image) {
        ByteBuffer in = ByteBuffer.wrap(image);
        records.restore(ends.get(0), part(in));
        if (second != null) {
            second.restore(ends.get(1), part(in));
        } else {
            part(in);
        }
        changes.restore(ends.get(2), part(in));
        disturbances.restore(ends.get(3), part(in));
    }

    private static byte[] part(ByteBuffer in) {
        byte[] out = new byte[in.remaining() < 4 ? 0 : in.getInt()];
        in.get(out);
        return out;
    }

    /** How many entries each table ever got. */
    List<Long> ends() {
        return List.of(
                records.endRecord(), second == null ? 0L : second.endRecord(), changes.end(), disturbances.end());
    }

    /** All of the flash that was ever written, each table with its length before it. */
    byte[] image() {
        List<byte[]> parts = List.of(
                records.pages().image(),
                second == null ? new byte[0] : second.pages().image(),
                changes.pages().image(),
                disturbances.pages().image());
        ByteBuffer out =
                ByteBuffer.allocate(parts.stream().mapToInt(p -> 4 + p.length).sum());
        parts.forEach(p -> out.putInt(p.length).put(p));
        return out.array();
    }

    void record(int[] values) {
        records.append(values);
    }

    void secondRecord(int[] values) {
        second.append(values);
    }

    /** Takes a change in; nothing where there is no more room and the oldest is to be kept. */
    void change(ChangesPage.Change change) {
        if (wraps || !changes.full()) {
            changes.append(change);
        }
    }

    /** Takes a disturbance in; nothing where there is no more room and the oldest is to be kept. */
    void disturbance(Disturbance disturbance) {
        if (wraps || !disturbances.full()) {
            disturbances.append(disturbance);
        }
    }

    /** Whether the records have filled it, or the changes that it must not lose. */
    boolean full() {
        return records.endRecord() >= capacity || changes.end() > 0 && changes.full();
    }

    long changesHeld() {
        return changes.end();
    }

    long disturbancesHeld() {
        return disturbances.end();
    }

    long endRecord() {
        return records.endRecord();
    }

    long firstRecord() {
        return records.firstRecord();
    }

    long heldRecords() {
        return endRecord() - firstRecord();
    }

    /** Whether it holds nothing at all. */
    boolean empty() {
        return ends().stream().allMatch(e -> e == 0);
    }

    List<MissionInfo.Pages> parts() {
        List<MissionInfo.Pages> out = new ArrayList<>();
        out.add(pages(PageTable.RECORDS, records.firstPage(), records.endPage()));
        if (second != null) {
            out.add(pages(PageTable.SECOND, second.firstPage(), second.endPage()));
        }
        if (changes.end() > 0) {
            out.add(pages(PageTable.CHANGES, changes.firstPage(), changes.endPage()));
        }
        if (disturbances.end() > 0) {
            out.add(pages(PageTable.DISTURBANCES, disturbances.firstPage(), disturbances.endPage()));
        }
        return out;
    }

    private static MissionInfo.Pages pages(PageTable table, long first, long end) {
        return new MissionInfo.Pages(table.base() + first, table.base() + end);
    }

    byte[] page(long number) {
        PageTable table = PageTable.of(number);
        MissionInfo.Pages held = parts().stream()
                .filter(p -> PageTable.of(p.first()) == table)
                .findFirst()
                .orElse(new MissionInfo.Pages(table.base(), table.base()));
        long page = number - table.base();
        if (number >= held.end()) {
            throw new RefusedException(Refusal.NO_SUCH_PAGE, "Page " + number + " has not been written");
        }
        if (number < held.first()) {
            throw new RefusedException(Refusal.PAGE_GONE, "Page " + number + " has been overwritten");
        }
        return ring(table).get(page).clone();
    }

    private PageRing ring(PageTable table) {
        return switch (table) {
            case RECORDS -> records.pages();
            case SECOND -> second.pages();
            case CHANGES -> changes.pages();
            case DISTURBANCES -> disturbances.pages();
        };
    }
}
