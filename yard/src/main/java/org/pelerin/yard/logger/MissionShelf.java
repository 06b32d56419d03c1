package org.pelerin.yard.logger;

import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.Memory;
import org.pelerin.core.plan.Plan;
import org.pelerin.link.message.EraseRequest;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.Refusal;
import org.pelerin.link.message.RefusedException;

/**
 * The missions in a logger's memory. There is one, unless its plan lets it be started again after its end: the earlier ones are then
 * kept, all have the same plan, and each next one has the memory that they left.
 */
final class MissionShelf {

    /** As many as are kept; then it is not started again. */
    static final int MOST = 8;

    private final LoggerModel model;
    private final List<LoggerMission> held = new ArrayList<>();
    private int lastNumber;
    private long lifetimeMissions;
    private long erasedSamples;

    MissionShelf(LoggerModel model) {
        this.model = model;
    }

    /** @param flash of each mission by its number */
    void restore(LoggerSnapshot s, Map<Integer, byte[]> flash) {
        lastNumber = s.missionNumber();
        lifetimeMissions = s.lifetimeMissions();
        erasedSamples = s.lifetimeSamples();
        for (LoggerSnapshot.MissionSnapshot m : s.missions()) {
            held.add(LoggerMission.restore(roomLeft(), m, flash.getOrDefault(m.number(), new byte[0]), s.ppm()));
        }
    }

    List<LoggerSnapshot.MissionSnapshot> snapshots() {
        return held.stream().map(LoggerMission::snapshot).toList();
    }

    /** Somebody set the clock. */
    void clockSet(long before, DriftingClock to) {
        held.forEach(m -> m.clockSet(before, to));
    }

    /** The clock jumped, and nothing in the logger noticed. */
    void jump(Instant world, long millis) {
        held.forEach(m -> m.jump(world, millis));
    }

    int lastNumber() {
        return lastNumber;
    }

    long lifetimeMissions() {
        return lifetimeMissions;
    }

    long erasedSamples() {
        return erasedSamples;
    }

    /** The one that runs or ran last; null while there is none. */
    LoggerMission newest() {
        return held.isEmpty() ? null : held.get(held.size() - 1);
    }

    long endRecords() {
        return held.stream().mapToLong(m -> m.memory().endRecord()).sum();
    }

    /** Oldest first. */
    List<MissionInfo> infos() {
        return held.stream().map(LoggerMission::info).toList();
    }

    /** By number, oldest first. */
    Map<Integer, LoggerMemory> memories() {
        Map<Integer, LoggerMemory> out = new LinkedHashMap<>();
        held.forEach(m -> out.put(m.number(), m.memory()));
        return out;
    }

    LoggerMission get(int number) {
        return held.stream()
                .filter(m -> m.number() == number)
                .findFirst()
                .orElseThrow(() ->
                        new RefusedException(Refusal.NO_SUCH_MISSION, "There is no mission " + number + " in memory"));
    }

    void refuseOverRecords() {
        long records = held.stream().mapToLong(m -> m.memory().heldRecords()).sum();
        if (held.stream().anyMatch(m -> !m.memory().empty())) {
            throw new RefusedException(Refusal.UNCOLLECTED, "It holds " + records + " records");
        }
    }

    /** A new mission, with all of the memory. */
    void write(Plan plan, long device, DriftingClock clock) {
        refuseOverRecords();
        held.clear();
        add(plan, device, clock);
    }

    /** Begins another mission with the plan of the last one, if that lets it and there is room. */
    void again(Instant world, DriftingClock clock, LoggerMission.Body body) {
        long device = clock.device(world);
        LoggerMission last = newest();
        if (last == null
                || last.state().running()
                || !last.plan().option(model, Plan.AGAIN, Plan.AGAIN_KEPT)
                || held.size() >= MOST
                || slotsLeft() < 1
                || last.plan().capacity(roomLeft()) < 1
                || last.plan().lastRecord(roomLeft(), Instant.ofEpochMilli(device)) < 1) {
            return;
        }
        // drift counts from where the clock was last set
        add(last.plan(), last.lastSet(), clock);
        newest().begin(device, body);
    }

    private void add(Plan plan, long writtenAt, DriftingClock clock) {
        LoggerModel room = roomLeft();
        lastNumber = lastNumber % 0xffff + 1;
        lifetimeMissions++;
        held.add(new LoggerMission(room, lastNumber, plan, writtenAt, clock));
    }

    private long slotsLeft() {
        long left = model.memory().slots();
        for (LoggerMission m : held) {
            long capacity = Math.max(1, m.plan().capacity(model));
            left -= (model.memory().slots() * m.memory().endRecord() + capacity - 1) / capacity;
        }
        return left;
    }

    /** The model with only as much memory as the missions held leave. */
    private LoggerModel roomLeft() {
        Memory all = model.memory();
        long changes = held.stream().mapToLong(m -> m.memory().changesHeld()).sum();
        long disturbances =
                held.stream().mapToLong(m -> m.memory().disturbancesHeld()).sum();
        return held.isEmpty()
                ? model
                : model.withMemory(new Memory(
                        Math.max(1, slotsLeft()), all.slotValues(), (int) Math.max(0, all.changes() - changes), (int)
                                Math.max(0, all.disturbances() - disturbances)));
    }

    void erase(EraseRequest request) {
        LoggerMission doomed = get(request.mission());
        if (request.endRecord() != doomed.memory().endRecord()) {
            throw new RefusedException(Refusal.PROOF_WRONG, "It holds other records than those named");
        }
        if (!request.discard()) {
            List<byte[]> pages = new ArrayList<>();
            doomed.info().pageNumbers().forEach(p -> pages.add(doomed.memory().page(p)));
            if (EraseRequest.crc(pages) != request.pagesCrc()) {
                throw new RefusedException(Refusal.PROOF_WRONG, "The pages held differ from those in memory");
            }
        }
        erasedSamples += doomed.memory().endRecord();
        held.remove(doomed);
    }
}
