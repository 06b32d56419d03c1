package org.pelerin.app.collect;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.pelerin.app.loggers.connection.Dock;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.plan.Plan;
import org.pelerin.link.LoggerLink;
import org.pelerin.link.message.LoggerState;
import org.pelerin.link.message.MissionHeader;
import org.pelerin.link.message.MissionInfo;
import org.pelerin.link.message.PageTable;
import org.springframework.stereotype.Service;

/** What is in a connected logger's memory, mission by mission and table by table, and how much of it is home. */
@Service
public class MemoryLook {

    /**
     * A mission in memory.
     *
     * @param begunAt on the logger's clock; null where it has not begun
     * @param mission as it is known here; null where it is not
     */
    public record Held(
            int number,
            LoggerState state,
            Instant begunAt,
            String name,
            long records,
            Mission mission,
            List<Table> tables) {

        public boolean home() {
            return mission != null && mission.home();
        }

        /** What it does now, for a cell of a table. */
        public String doing() {
            return switch (state) {
                case ENDED, IDLE -> Texts.of("collect.memoryLook.stopped");
                case WAITING -> Texts.of("collect.memoryLook.waitingToStart");
                case LOGGING -> Texts.of("collect.memoryLook.records");
            };
        }
    }

    /**
     * One of its tables.
     *
     * @param pages in memory
     * @param home of those, how many are here
     */
    public record Table(PageTable table, long pages, long home) {}

    private final Dock dock;
    private final MissionQueries missions;
    private final CaptureStore captures;

    MemoryLook(Dock dock, MissionQueries missions, CaptureStore captures) {
        this.dock = dock;
        this.missions = missions;
        this.captures = captures;
    }

    /** The tables that a model's memory can have. */
    public static Set<PageTable> possible(LoggerModel model) {
        Set<PageTable> out = EnumSet.of(PageTable.RECORDS);
        if (model.option(Plan.SECOND).isPresent()) {
            out.add(PageTable.SECOND);
        }
        if (model.memory().changes() > 0) {
            out.add(PageTable.CHANGES);
        }
        if (model.memory().disturbances() > 0) {
            out.add(PageTable.DISTURBANCES);
        }
        return out;
    }

    /** The newest first. */
    public List<Held> look(String serial) {
        List<Held> out = new ArrayList<>();
        try (LoggerLink link = dock.open(serial)) {
            for (MissionInfo info : link.missions()) {
                MissionHeader header = MissionHeader.decode(link.readHeader(info.number()));
                Optional<Mission> mission = missions.ofDevice(serial, info.number());
                out.add(new Held(
                        info.number(),
                        info.state(),
                        header.firstSampleAt(),
                        header.plan().loggerName(),
                        info.records(),
                        mission.orElse(null),
                        tables(info, mission)));
            }
        }
        out.sort(Comparator.comparingInt(Held::number).reversed());
        return out;
    }

    private List<Table> tables(MissionInfo info, Optional<Mission> mission) {
        Map<PageTable, Long> held =
                mission.flatMap(m -> captures.row(m.id())).map(captures::parts).orElse(List.of()).stream()
                        .collect(Collectors.toMap(MissionInfo.Pages::table, MissionInfo.Pages::end));
        return info.parts().stream()
                .map(p -> new Table(
                        p.table(),
                        p.count(),
                        Math.max(0, Math.min(p.end(), held.getOrDefault(p.table(), 0L)) - p.first())))
                .toList();
    }
}
