package org.pelerin.app.report.api;

import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.time.Instant;
import java.util.List;
import org.pelerin.app.fleet.attention.AttentionService;
import org.pelerin.app.fleet.attention.LoggerOverview;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.Spot;
import org.pelerin.app.platform.web.NotThereException;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Loggers and places. */
@RestController
@RequestMapping("/api/v1")
@Tag(name = "Loggers and places")
class LoggersApi {

    /**
     * How a logger stands.
     *
     * @param mission number of its newest mission; null for none
     * @param needs what needs attention, most severe first
     */
    record LoggerOut(
            String serial,
            String model,
            String site,
            String spot,
            Long spotId,
            Long mission,
            String missionState,
            Instant startsAt,
            Instant endsAt,
            Instant seenAt,
            boolean connected,
            boolean alarmed,
            List<String> needs) {

        static LoggerOut of(LoggerOverview o) {
            return new LoggerOut(
                    o.serial(),
                    o.device().model(),
                    o.stay().site(),
                    o.stay().spot(),
                    o.stay().spotId(),
                    o.run().missionId(),
                    o.run().state() == null ? null : o.run().state().name(),
                    o.run().startsAt(),
                    o.run().endsAt(),
                    o.device().seenAt(),
                    o.link().connected(),
                    o.link().alarmed(),
                    o.needs().stream().map(n -> n.kind().name()).toList());
        }
    }

    record SiteOut(long id, String name, String zone, String address, List<SpotOut> spots) {}

    record SpotOut(long id, String name, String surroundings, Integer collectEveryDays) {}

    private final AttentionService attention;
    private final PlaceService places;

    LoggersApi(AttentionService attention, PlaceService places) {
        this.attention = attention;
        this.places = places;
    }

    @Operation(summary = "All loggers, and what each needs somebody for")
    @GetMapping("/loggers")
    ListPage<LoggerOut> loggers(
            @RequestParam(defaultValue = "0") int page, @RequestParam(defaultValue = ListPage.USUAL) int size) {
        return ListPage.cut(attention.overviews(), ListPage.page(page), ListPage.size(size), LoggerOut::of);
    }

    @Operation(summary = "One logger")
    @GetMapping("/loggers/{serial}")
    LoggerOut logger(@PathVariable String serial) {
        return attention
                .of(serial)
                .map(LoggerOut::of)
                .orElseThrow(() -> new NotThereException("There is no logger “" + serial + "”."));
    }

    @Operation(summary = "Sites with their spots")
    @GetMapping("/places")
    ListPage<SiteOut> places(
            @RequestParam(defaultValue = "0") int page, @RequestParam(defaultValue = ListPage.USUAL) int size) {
        List<Spot> spots = places.spots();
        return ListPage.cut(
                places.sites(),
                ListPage.page(page),
                ListPage.size(size),
                s -> new SiteOut(
                        s.id(),
                        s.name(),
                        s.zone(),
                        s.address(),
                        spots.stream()
                                .filter(x -> x.siteId() == s.id())
                                .map(x -> new SpotOut(x.id(), x.name(), x.surroundings(), x.collectDays()))
                                .toList()));
    }
}
