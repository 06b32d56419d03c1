package org.pelerin.app.report.api;

import io.swagger.v3.oas.annotations.Operation;
import io.swagger.v3.oas.annotations.tags.Tag;
import java.time.Instant;
import org.pelerin.app.findings.Finding;
import org.pelerin.app.findings.FindingFilter;
import org.pelerin.app.findings.FindingOverview;
import org.pelerin.app.findings.Findings;
import org.pelerin.app.platform.web.NotThereException;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Findings. */
@RestController
@RequestMapping("/api/v1/findings")
@Tag(name = "Findings")
class FindingsApi {

    /** @param what it is: of a departure its channel, direction, limit and peak; of others the words */
    record FindingOut(
            long id,
            String kind,
            String state,
            String severity,
            String told,
            String channel,
            String direction,
            String unit,
            Double limit,
            Double peak,
            Instant from,
            Instant to,
            long mission,
            int missions,
            String serial,
            String where,
            String cause,
            String action,
            String disposition,
            String owner,
            String due,
            Instant closedAt,
            String closedBy) {

        static FindingOut of(Finding f) {
            return new FindingOut(
                    f.id(),
                    f.kind().name(),
                    f.state().name(),
                    f.severity().name(),
                    f.told(),
                    f.lead().channel(),
                    f.lead().direction(),
                    f.lead().unit(),
                    f.lead().limit(),
                    f.lead().peak(),
                    f.extent().from(),
                    f.extent().to(),
                    f.subject().mission(),
                    f.extent().missions(),
                    f.subject().serial(),
                    f.subject().where(),
                    f.work().cause(),
                    f.work().action(),
                    f.work().disposition(),
                    f.work().owner(),
                    f.work().due(),
                    f.work().closedAt(),
                    f.work().closedBy());
        }
    }

    private final Findings findings;
    private final FindingOverview overview;

    FindingsApi(Findings findings, FindingOverview overview) {
        this.findings = findings;
        this.overview = overview;
    }

    @Operation(summary = "Findings, what waits longest and is gravest first")
    @GetMapping
    ListPage<FindingOut> findings(
            @RequestParam(defaultValue = "WAITING") FindingFilter.Which which,
            @RequestParam(required = false) Long site,
            @RequestParam(required = false) Long spot,
            @RequestParam(defaultValue = "") String logger,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = ListPage.USUAL) int size) {
        FindingFilter filter = new FindingFilter();
        filter.which = which;
        filter.site = site;
        filter.spot = spot;
        filter.logger = logger;
        int at = ListPage.page(page);
        int many = ListPage.size(size);
        return ListPage.of(overview.list(filter, many + 1, (long) at * many), at, many, FindingOut::of);
    }

    @Operation(summary = "One finding")
    @GetMapping("/{id}")
    FindingOut finding(@PathVariable long id) {
        return findings.find(id)
                .map(FindingOut::of)
                .orElseThrow(() -> new NotThereException("There is no finding " + id + "."));
    }
}
