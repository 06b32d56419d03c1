package org.pelerin.app.fleet.dock;

import java.security.Principal;
import java.time.Clock;
import java.time.Instant;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.pelerin.app.collect.CaptureStore;
import org.pelerin.app.collect.CollectService;
import org.pelerin.app.collect.CollectionScope;
import org.pelerin.app.collect.Job;
import org.pelerin.app.collect.MemoryLook;
import org.pelerin.app.collect.StoredCapture;
import org.pelerin.app.fleet.attention.Silence;
import org.pelerin.app.loggers.connection.DockedLogger;
import org.pelerin.app.loggers.connection.Station;
import org.pelerin.app.loggers.connection.StationWatch;
import org.pelerin.app.loggers.connection.Stations;
import org.pelerin.app.loggers.registry.LoggerRegistry;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.link.message.PageTable;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** One network station: how it is, what came from it and when it is collected by itself. */
@Controller
class StationController {

    private static final int LONGEST_MINUTES = 7 * 24 * 60;
    private static final int COLLECTIONS_SHOWN = 12;

    private final Stations stations;
    private final StationWatch watch;
    private final CollectService collections;
    private final MissionQueries missions;
    private final CaptureStore captures;
    private final LoggerRegistry registry;
    private final Clock clock;

    StationController(
            Stations stations,
            StationWatch watch,
            CollectService collections,
            MissionQueries missions,
            CaptureStore captures,
            LoggerRegistry registry,
            Clock clock) {
        this.stations = stations;
        this.watch = watch;
        this.collections = collections;
        this.missions = missions;
        this.captures = captures;
        this.registry = registry;
        this.clock = clock;
    }

    /**
     * A logger at the station's address, or that was there when it last answered.
     *
     * @param logger as it is now; null while it does not answer
     * @param lastRecord when the newest record that is home was taken; null where none is
     * @param leftOut tables that were not collected, as was chosen, in words
     */
    record There(
            String serial,
            DockedLogger logger,
            Mission mission,
            Instant lastRecord,
            List<String> leftOut,
            List<Job> latest) {}

    @GetMapping("/dock/stations/{id}")
    String station(@PathVariable long id, Model page) {
        Station station = find(id);
        List<There> there = there(station);
        page.addAttribute("room", "dock");
        page.addAttribute("station", station);
        page.addAttribute("answers", station.reason().isEmpty());
        page.addAttribute("silence", Silence.of(station));
        page.addAttribute("now", clock.instant());
        page.addAttribute("there", there);
        page.addAttribute("tables", offered(station));
        page.addAttribute("chosen", CollectionScope.tables(station.chosenTables()));
        return "dock/station";
    }

    private List<There> there(Station station) {
        List<DockedLogger> seen = watch.loggers(station);
        if (!seen.isEmpty()) {
            return seen.stream()
                    .map(l -> there(
                            l.serial(),
                            l,
                            missions.ofDevice(l.serial(), l.status().mission()).orElse(null)))
                    .toList();
        }
        return registry.find(station.serial())
                .map(u -> List.of(there(
                        u.serial(),
                        null,
                        missions.ofLogger(u.serial(), 1).stream().findFirst().orElse(null))))
                .orElse(List.of());
    }

    private There there(String serial, DockedLogger logger, Mission mission) {
        StoredCapture capture =
                mission == null ? null : captures.summary(mission.id()).orElse(null);
        return new There(
                serial,
                logger,
                mission,
                capture == null ? null : capture.lastRecordAt(),
                capture == null
                        ? List.of()
                        : capture.leftOut().stream()
                                .sorted()
                                .map(PageTable::words)
                                .toList(),
                collections.latest(serial, COLLECTIONS_SHOWN));
    }

    /** What the logger's model has, also while it is silent; all where none was ever seen there. */
    private Set<PageTable> offered(Station station) {
        Stream<LoggerModel> models = watch.loggers(station).isEmpty()
                ? registry.find(station.serial()).stream().map(u -> ModelCatalogue.get(u.model()))
                : watch.loggers(station).stream().map(DockedLogger::model);
        Set<PageTable> out = models.flatMap(m -> MemoryLook.possible(m).stream())
                .collect(Collectors.toCollection(() -> EnumSet.noneOf(PageTable.class)));
        return out.isEmpty() ? EnumSet.allOf(PageTable.class) : out;
    }

    private Station find(long id) {
        return stations.all().stream()
                .filter(s -> s.id() == id)
                .findFirst()
                .orElseThrow(
                        () -> new NotThereException(Texts.of("fleet.dock.stationController.thisStationIsNoLonger")));
    }

    @PostMapping("/dock/stations/{id}/schedule")
    String schedule(
            @PathVariable long id,
            @RequestParam String every,
            @RequestParam String retry,
            @RequestParam(defaultValue = "") Set<PageTable> tables,
            Principal me,
            RedirectAttributes flash) {
        Station station = find(id);
        FieldReader typed = new FieldReader();
        Integer minutes = every.isBlank() ? Integer.valueOf(0) : typed.whole("every", every, 0, LONGEST_MINUTES);
        Integer again = typed.whole("retry", retry, 1, LONGEST_MINUTES);
        if (minutes == null || again == null) {
            flash.addFlashAttribute(
                    "refused",
                    Texts.of("fleet.dock.stationController.enterWholeMinutesUpTo", "longestMinutes", LONGEST_MINUTES));
        } else if (tables.isEmpty()) {
            flash.addFlashAttribute("refused", Texts.of("fleet.dock.stationController.selectAtLeastOneData"));
        } else {
            boolean all = tables.containsAll(offered(station));
            stations.schedule(station, minutes, again, all ? "" : CollectionScope.text(tables), me.getName());
            flash.addFlashAttribute(
                    "said",
                    minutes == 0
                            ? Texts.of(
                                    "fleet.dock.stationController.isCollectedOnlyOnRequest",
                                    "address",
                                    station.address())
                            : Texts.of(
                                    "fleet.dock.stationController.isCollectedEveryMinWhile",
                                    "address",
                                    station.address(),
                                    "minutes",
                                    minutes));
        }
        return "redirect:/dock/stations/" + id;
    }

    /** Now, what its schedule collects. */
    @PostMapping("/dock/stations/{id}/collect")
    String collect(@PathVariable long id, Principal me, RedirectAttributes flash) {
        Station station = find(id);
        List<DockedLogger> loggers = watch.loggers(station).stream()
                .filter(l -> l.status().mission() != 0)
                .toList();
        loggers.forEach(l -> collections.order(
                l.serial(),
                true,
                CollectionScope.ofTables(CollectionScope.tables(station.chosenTables())),
                me.getName()));
        if (loggers.isEmpty()) {
            flash.addFlashAttribute("refused", Texts.of("fleet.dock.stationController.theStationHasNoMission"));
        }
        return "redirect:/dock/stations/" + id;
    }

    @PostMapping("/dock/stations/{id}/remove")
    String remove(@PathVariable long id, Principal me, RedirectAttributes flash) {
        Station station = find(id);
        stations.remove(station, me.getName());
        watch.forget(station);
        flash.addFlashAttribute(
                "said", Texts.of("fleet.dock.stationController.isNoLongerMonitored", "address", station.address()));
        return "redirect:/dock/find";
    }
}
