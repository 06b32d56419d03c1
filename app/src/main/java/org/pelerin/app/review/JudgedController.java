package org.pelerin.app.review;

import java.security.Principal;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.regex.Pattern;
import org.pelerin.app.judge.Evaluation;
import org.pelerin.app.missions.Mission;
import org.pelerin.app.missions.MissionQueries;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.app.platform.web.NotDoneException;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.app.platform.web.Reason;
import org.pelerin.app.platform.web.TypedTime;
import org.pelerin.app.record.JudgedRecords;
import org.pelerin.core.record.Exclusion;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** What of a mission is judged, and what is left out: each change is judged at once, and can be taken back. */
@Controller
class JudgedController {

    /** A time of the site's clock that cannot be read. */
    static final class NoTimeException extends NotDoneException {
        NoTimeException(String message) {
            super(message);
        }
    }

    /** Numbers and short words by name, as the chart writes them into the address. */
    private static final Pattern VIEW = Pattern.compile("(?:[a-z]+=[0-9a-z]{0,20})(?:&[a-z]+=[0-9a-z]{0,20}){0,9}");

    private final MissionQueries missions;
    private final JudgedRecords records;
    private final Evaluation evaluation;
    private final Formats show;

    JudgedController(MissionQueries missions, JudgedRecords records, Evaluation evaluation, Formats show) {
        this.missions = missions;
        this.records = records;
        this.evaluation = evaluation;
        this.show = show;
    }

    /**
     * @param from on the site's clock; empty for the beginning of the record, {@code to} for its end
     * @param fromAt the same in ms where it was taken from the chart, so that an hour that comes twice is told apart; likewise {@code toAt}
     */
    @PostMapping("/missions/{id}/assessed-period")
    String choose(
            @PathVariable long id,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String to,
            @RequestParam(required = false) Long fromAt,
            @RequestParam(required = false) Long toAt,
            @RequestParam(defaultValue = "") String reason,
            @RequestParam(defaultValue = "") String seen,
            Principal me,
            RedirectAttributes flash) {
        Mission mission = get(id);
        Reason why = Reason.of(reason, Texts.of("review.judgedController.enterAReasonItChanges"));
        ZoneId zone = mission.zoneOr(show.home());
        records.choose(mission, time(from, fromAt, zone), time(to, toAt, zone), why.text(), me.getName());
        return judged(id, Texts.of("review.judgedController.theAssessedPeriodIsChanged"), seen, flash);
    }

    @PostMapping("/missions/{id}/assessed-period/follow")
    String follow(
            @PathVariable long id,
            @RequestParam(defaultValue = "") String reason,
            @RequestParam(defaultValue = "") String seen,
            Principal me,
            RedirectAttributes flash) {
        Mission mission = get(id);
        Reason why = Reason.of(reason, Texts.of("review.judgedController.enterAReasonItChanges"));
        records.follow(mission, why.text(), me.getName());
        return judged(id, Texts.of("review.judgedController.theAssessedPeriodFollowsThe"), seen, flash);
    }

    @PostMapping("/missions/{id}/exclusions")
    String exclude(
            @PathVariable long id,
            @RequestParam Exclusion.Kind kind,
            @RequestParam(defaultValue = "") String from,
            @RequestParam(defaultValue = "") String to,
            @RequestParam(required = false) Long fromAt,
            @RequestParam(required = false) Long toAt,
            @RequestParam(defaultValue = "") String reason,
            @RequestParam(defaultValue = "") String seen,
            Principal me,
            RedirectAttributes flash) {
        Mission mission = get(id);
        Reason why = Reason.of(reason, Texts.of("review.judgedController.enterAReasonForThe"));
        ZoneId zone = mission.zoneOr(show.home());
        if (from.isBlank() || to.isBlank()) {
            throw new NoTimeException(Texts.of("review.judgedController.enterTheBeginAndEnd"));
        }
        Instant begins = time(from, fromAt, zone);
        Instant ends = time(to, toAt, zone);
        records.requireInside(mission, begins, ends);
        flash.addFlashAttribute("leftOut", records.exclude(mission, kind, begins, ends, why.text(), me.getName()));
        return judged(id, Texts.of("review.judgedController.excludedTheMissionWasChecked"), seen, flash);
    }

    @PostMapping("/missions/{id}/exclusions/{exclusion}/undo")
    String include(
            @PathVariable long id,
            @PathVariable long exclusion,
            @RequestParam(defaultValue = "") String seen,
            Principal me,
            RedirectAttributes flash) {
        records.include(get(id), exclusion, me.getName());
        return judged(id, Texts.of("review.judgedController.theExclusionIsRemoved"), seen, flash);
    }

    /** @param seen the address's parameters of what was in view, which is shown again */
    private String judged(long id, String said, String seen, RedirectAttributes flash) {
        evaluation.again(id);
        flash.addFlashAttribute("said", said);
        return "redirect:/missions/" + id + (VIEW.matcher(seen).matches() ? "?" + seen : "") + "#judged";
    }

    /**
     * Null for an empty text; in an hour that comes twice, the first, unless the instant is said too.
     *
     * @param at that instant, if the field still shows it; null or another one is passed over
     */
    private static Instant time(String text, Long at, ZoneId zone) {
        if (text.isBlank()) {
            return null;
        }
        try {
            LocalDateTime shown = TypedTime.moment(text);
            Instant meant = at == null ? null : Instant.ofEpochMilli(at);
            return meant != null
                            && LocalDateTime.ofInstant(meant, zone)
                                    .truncatedTo(ChronoUnit.SECONDS)
                                    .equals(shown)
                    ? meant
                    : shown.atZone(zone).toInstant();
        } catch (DateTimeException e) {
            throw new NoTimeException(e.getMessage());
        }
    }

    private Mission get(long id) {
        return missions.find(id)
                .filter(m -> m.records().firstAt() != null)
                .orElseThrow(() ->
                        new NotThereException(Texts.of("review.judgedController.missionIsNotCollectedYet", "id", id)));
    }
}
