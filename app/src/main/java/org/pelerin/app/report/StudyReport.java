package org.pelerin.app.report;

import jakarta.servlet.http.HttpServletResponse;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.security.Principal;
import java.time.Clock;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.pelerin.app.house.key.DocumentSigner;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.Site;
import org.pelerin.app.platform.pdf.ArchivePdf;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.review.section.MappingStudy;
import org.pelerin.app.review.section.Section;
import org.pelerin.app.review.section.Sections;
import org.pelerin.app.review.section.Studies;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;

/** The report of a mapping study, reckoned from the records as they are judged at that moment. */
@Controller
class StudyReport {

    private final Studies studies;
    private final Sections sections;
    private final PlaceService places;
    private final ArchivePdf pages;
    private final DocumentSigner signer;
    private final Formats show;
    private final Clock clock;

    StudyReport(
            Studies studies,
            Sections sections,
            PlaceService places,
            ArchivePdf pages,
            Formats show,
            Clock clock,
            DocumentSigner signer) {
        this.signer = signer;
        this.studies = studies;
        this.sections = sections;
        this.places = places;
        this.pages = pages;
        this.show = show;
        this.clock = clock;
    }

    @GetMapping("/studies/{id}/report.pdf")
    void pdf(@PathVariable long id, Principal me, HttpServletResponse response) throws IOException {
        MappingStudy study =
                studies.find(id).orElseThrow(() -> new NotThereException("There is no mapping study " + id + "."));
        Site site = places.site(study.siteId()).orElseThrow(() -> new NotThereException("There is no such site."));
        Section section = sections.of(
                site.id(), study.unit(), study.fromAt(), study.toAt(), study.low(), study.high(), Sections.MOST_FRAMES);
        response.setContentType("application/pdf");
        response.setHeader(
                "Content-Disposition",
                "attachment; filename=\"mapping-"
                        + study.name().toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-") + "-" + id + ".pdf\"");
        response.setHeader("Cache-Control", "no-store");
        ByteArrayOutputStream pdf = new ByteArrayOutputStream();
        pages.write(
                "report/study",
                Map.of(
                        "study",
                        study,
                        "site",
                        site,
                        "zone",
                        site.zoneId(),
                        "section",
                        section,
                        "away",
                        away(study, section, site),
                        "show",
                        show,
                        "madeAt",
                        clock.instant(),
                        "by",
                        me.getName()),
                pdf);
        response.getOutputStream().write(signer.signed(pdf.toByteArray(), clock.instant()));
    }

    /** By the spot's number, the longest time outside the band in words. */
    private Map<Long, String> away(MappingStudy study, Section section, Site site) {
        boolean band = study.low() != null || study.high() != null;
        return section.spots().stream()
                .collect(Collectors.toMap(
                        Section.SpotRecord::id,
                        s -> s.away() == null ? band ? "none" : "no band was given" : away(s.away(), site)));
    }

    private String away(Section.Away a, Site site) {
        return show.duration(a.time()) + (a.above() ? " above" : " below") + " from "
                + show.minute(a.from(), site.zoneId()) + (a.back() ? "" : ", not back by the end");
    }
}
