package org.pelerin.app.fleet.home;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.pelerin.app.collect.CaptureStore;
import org.pelerin.app.findings.FindingOverview;
import org.pelerin.app.fleet.attention.AttentionService;
import org.pelerin.app.fleet.attention.InstallationAttention;
import org.pelerin.app.fleet.attention.LoggerOverview;
import org.pelerin.app.fleet.attention.LoggerStatus;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.fleet.rounds.RoundService;
import org.pelerin.app.judge.ExcursionMark;
import org.pelerin.app.judge.Excursions;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.organisation.account.Permission;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.Pager;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;

/** Home: who needs somebody, and the fleet over time. Of many loggers a page at a time is drawn. */
@Controller
class FleetController {

    private static final int PAGE = 60;
    /** What a reviewer is shown of what came home. */
    private static final Duration REVIEWED = Duration.ofDays(30);

    private static final Duration LATELY = Duration.ofDays(7);
    private static final int DEPARTED = 8;
    private static final Comparator<LoggerOverview> ORDER = Comparator.comparing(LoggerHistory::liesInStock)
            .thenComparing(LoggerHistory::site)
            .thenComparing(s -> s.stay().spot() == null ? "" : s.stay().spot())
            .thenComparing(LoggerOverview::serial);

    private final AttentionService attention;
    private final MissionQueries missions;
    private final CaptureStore captures;
    private final RoundService rounds;
    private final FindingOverview findings;
    private final Clock clock;
    private final Formats show;
    private final Excursions excursions;
    private final InstallationAttention installation;

    FleetController(
            AttentionService attention,
            MissionQueries missions,
            CaptureStore captures,
            RoundService rounds,
            FindingOverview findings,
            Clock clock,
            Formats show,
            Excursions excursions,
            InstallationAttention installation) {
        this.installation = installation;
        this.excursions = excursions;
        this.attention = attention;
        this.missions = missions;
        this.captures = captures;
        this.rounds = rounds;
        this.findings = findings;
        this.clock = clock;
        this.show = show;
    }

    @GetMapping("/")
    String fleet(@ModelAttribute FleetFilter filter, HttpServletRequest request, Model model) {
        boolean goes = Permission.OPERATE.heldBy(request);
        // who reviews and does not go is led to what came home
        if (Permission.REVIEW.heldBy(request) && !goes) {
            Instant since = clock.instant().minus(REVIEWED);
            model.addAttribute("departed", missions.departed(since, DEPARTED));
            model.addAttribute("departedCount", missions.countDeparted(since));
        }
        Instant now = clock.instant();
        FleetTimeline.Window window = FleetTimeline.Window.around(now, filter.span());
        List<LoggerOverview> fleet = attention.overviews();
        List<LoggerOverview> matching =
                fleet.stream().filter(s -> filter.shows(s, now)).sorted(ORDER).toList();
        Pager pager = Pager.of(filter.page, PAGE, matching.size(), n -> filter.with("page", n));
        filter.page = pager.page();
        List<LoggerOverview> shown = pager.of(matching);
        model.addAttribute("room", "fleet");
        model.addAttribute("installation", installation.of(request));
        model.addAttribute("filter", filter);
        model.addAttribute(
                "sentence",
                FleetSentence.of(
                        fleet,
                        excursions.countSince(now.minus(LATELY)),
                        findings.waiting().all(),
                        goes,
                        now,
                        show));
        model.addAttribute("count", fleet.size());
        model.addAttribute("matching", matching.size());
        model.addAttribute("pager", pager);
        model.addAttribute("w", waylines(shown, window));
        model.addAttribute("scales", FleetFilter.SCALES.keySet());
        choices(fleet, model);
        return "fleet/home/fleet";
    }

    /** What there is to choose from, each with how many it would show of the whole fleet. */
    private void choices(List<LoggerOverview> fleet, Model model) {
        Instant now = clock.instant();
        model.addAttribute(
                "needyCount", fleet.stream().filter(s -> !s.needs().isEmpty()).count());
        model.addAttribute(
                "sites", counted(fleet.stream().map(LoggerHistory::site).toList()));
        model.addAttribute(
                "models", counted(fleet.stream().map(s -> s.device().model()).toList()));
        model.addAttribute(
                "modelNames",
                ModelCatalogue.all().stream().collect(Collectors.toMap(LoggerModel::id, LoggerModel::name)));
        model.addAttribute(
                "stands",
                counted(fleet.stream().map(s -> LoggerStatus.of(s, now)).toList()));
        model.addAttribute(
                "troubles",
                counted(fleet.stream()
                        .flatMap(s -> s.needs().stream().map(Need::kind))
                        .toList()));
    }

    private static <T extends Comparable<T>> Map<T, Long> counted(List<T> all) {
        return all.stream().collect(Collectors.groupingBy(t -> t, java.util.TreeMap::new, Collectors.counting()));
    }

    private FleetTimeline waylines(List<LoggerOverview> shown, FleetTimeline.Window window) {
        List<Mission> all =
                missions.since(shown.stream().map(s -> s.device().loggerId()).toList(), window.from());
        List<Long> ids = all.stream().map(Mission::id).toList();
        Map<Long, List<Mission>> byLogger =
                all.stream().collect(Collectors.groupingBy(m -> m.device().loggerId()));
        Map<Long, List<ExcursionMark>> marks =
                excursions.marks(ids, window.from()).stream().collect(Collectors.groupingBy(ExcursionMark::missionId));
        Map<Long, List<Instant>> visits = captures.visits(ids, window.from());
        Map<Long, List<LocalDate>> planned = rounds.visits();
        List<LoggerHistory> units = new ArrayList<>();
        for (LoggerOverview s : shown) {
            List<Mission> own = byLogger.getOrDefault(s.device().loggerId(), List.of());
            units.add(LoggerHistory.of(
                    s,
                    own,
                    own.stream()
                            .flatMap(m -> visits.getOrDefault(m.id(), List.of()).stream())
                            .toList(),
                    s.stay().spotId() == null
                            ? List.of()
                            : planned.getOrDefault(s.stay().spotId(), List.of()),
                    show.home(),
                    show));
        }
        return FleetTimeline.of(units, marks, window, show.home(), show);
    }
}
