package org.pelerin.app.report.document;

import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.pelerin.app.evidence.AuditVerification;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.Site;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.pdf.AttachedFile;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.review.section.MappingStudy;
import org.pelerin.app.review.section.Sections;
import org.pelerin.app.review.section.SiteView;
import org.pelerin.app.review.section.Studies;
import org.springframework.stereotype.Service;

/** The report of a mapping study: what the spots of a site read together, with their figures and values embedded. */
@Service
class StudyDocument implements ReportComposer {

    private static final int STEPS = 3;

    private final Studies studies;
    private final Sections sections;
    private final PlaceService places;
    private final ReportPages pages;
    private final Formats show;

    StudyDocument(Studies studies, Sections sections, PlaceService places, ReportPages pages, Formats show) {
        this.studies = studies;
        this.sections = sections;
        this.places = places;
        this.pages = pages;
        this.show = show;
    }

    @Override
    public ReportKind kind() {
        return ReportKind.STUDY;
    }

    @Override
    public Composed compose(Report r, Instant at, AuditVerification.Head head, Composed.Progress progress)
            throws IOException {
        progress.at(0, STEPS);
        MappingStudy study = studies.find(r.spec().study())
                .orElseThrow(() -> new NothingToReportException(
                        Texts.of("report.document.studyDocument.theMappingStudyNoLonger")));
        Site site = places.site(study.siteId())
                .orElseThrow(() ->
                        new NothingToReportException(Texts.of("report.document.studyDocument.theSiteNoLongerExists")));
        SiteView section = sections.of(
                site.id(), study.unit(), study.fromAt(), study.toAt(), study.low(), study.high(), Sections.MOST_FRAMES);
        progress.at(1, STEPS);
        List<AttachedFile> files = files(study, site, section);
        String sentence = sentence(study, section);
        Map<String, Object> model = pages.model(r, at, head, sentence);
        model.put("study", study);
        model.put("site", site);
        model.put("zone", site.zoneId());
        model.put("section", section);
        model.put("away", away(study, section, site));
        model.put("files", ReportFile.of(files));
        String body = pages.body("study", model);
        progress.at(2, STEPS);
        return new Composed(
                Texts.of("report.document.studyDocument.mappingStudy", "name", study.name(), "name2", site.name()),
                sentence,
                body,
                files);
    }

    private String sentence(MappingStudy study, SiteView section) {
        if (section.spots().isEmpty() || section.warmest() == null) {
            return Texts.of("report.document.studyDocument.nothingWasRecordedInThat", "name", study.name());
        }
        return Texts.of(
                "report.document.studyDocument.fromToAtSpots",
                "name",
                study.name(),
                "value",
                show.number(section.coldest().value(), 1),
                "value2",
                show.number(section.warmest().value(), 1),
                "unit",
                section.unit(),
                "spots",
                section.spots().size());
    }

    /** By the spot's number, the longest time outside the band in words. */
    private Map<Long, String> away(MappingStudy study, SiteView section, Site site) {
        boolean band = study.low() != null || study.high() != null;
        return section.spots().stream()
                .collect(Collectors.toMap(
                        SiteView.SpotRecord::id,
                        s -> s.away() == null
                                ? band
                                        ? Texts.of("report.document.studyDocument.none")
                                        : Texts.of("report.document.studyDocument.noBandWasEntered")
                                : away(s.away(), site)));
    }

    private String away(SiteView.Away a, Site site) {
        return Texts.of(
                "report.document.studyDocument.timeFromFrom",
                "time",
                show.duration(a.time()),
                "above",
                a.above(),
                "from",
                show.minute(a.from(), site.zoneId()),
                "back",
                a.back());
    }

    private static List<AttachedFile> files(MappingStudy study, Site site, SiteView section) {
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("study", study.id());
        out.put("name", study.name());
        out.put("site", site.name());
        out.put("zone", site.zoneId().getId());
        out.put("unit", study.unit());
        out.put("from", study.fromAt().toString());
        out.put("to", study.toAt().toString());
        out.put("low", study.low());
        out.put("high", study.high());
        out.put("spots", section.spots().stream().map(StudyDocument::spot).toList());
        return List.of(
                DataFile.csv(
                        "study-" + study.id() + ".csv",
                        Texts.of("report.document.studyDocument.valuesOfEachSpotAt"),
                        csv -> rows(section, csv)),
                DataFile.json(
                        "study-" + study.id() + ".json",
                        Texts.of("report.document.studyDocument.theStudyItsBandAnd"),
                        out));
    }

    private static Map<String, Object> spot(SiteView.SpotRecord s) {
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("spot", s.name());
        out.put("missions", s.missions());
        if (s.figures() != null) {
            out.put("count", s.figures().count());
            out.put("min", s.figures().min());
            out.put("minAt", s.figures().minAt().toString());
            out.put("mean", s.figures().mean());
            out.put("max", s.figures().max());
            out.put("maxAt", s.figures().maxAt().toString());
            out.put("sd", s.figures().sd());
        }
        return out;
    }

    private static void rows(SiteView section, CsvWriter csv) {
        List<String> line = new ArrayList<>(List.of("time"));
        section.spots().forEach(s -> line.add(s.name() + " [" + section.unit() + "]"));
        csv.writeRecord(line);
        for (int i = 0; i < section.t().size(); i++) {
            int at = i;
            line.clear();
            line.add(Instant.ofEpochMilli(section.t().get(i)).toString());
            section.spots()
                    .forEach(s -> line.add(
                            s.values().get(at) == null
                                    ? ""
                                    : String.valueOf(s.values().get(at))));
            csv.writeRecord(line);
        }
    }
}
