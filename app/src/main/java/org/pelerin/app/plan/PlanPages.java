package org.pelerin.app.plan;

import java.time.Clock;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import org.pelerin.app.platform.web.Show;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Conflict;
import org.pelerin.core.plan.Preflight;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** Fills the plan form and its consequences into a page, for the library and for the dock. */
@Component
public class PlanPages {

    private final Clock clock;
    private final Show show;

    PlanPages(Clock clock, Show show) {
        this.clock = clock;
        this.show = show;
    }

    public PlanForm.Parsed parse(PlanForm form) {
        form.fillChannels();
        return form.parse(show.home(), clock.instant());
    }

    /**
     * @param conflicts found beyond the form's own, with a logger in hand; null to check the settings alone
     * @param battery share of charge to reckon with
     */
    public void fill(Model model, PlanForm form, PlanForm.Parsed parsed, List<Conflict> conflicts, double battery) {
        LoggerModel loggerModel = form.model();
        ZoneId zone = show.home();
        List<Conflict> found =
                conflicts != null ? conflicts : Preflight.ofSettings(loggerModel, parsed.plan(), clock.instant());
        model.addAttribute("form", form);
        model.addAttribute("models", ModelCatalogue.all());
        model.addAttribute("model", loggerModel);
        model.addAttribute("errors", errors(parsed, found));
        model.addAttribute("typed", parsed.errors().values());
        model.addAttribute(
                "c", Consequences.of(parsed.plan(), loggerModel, battery, found, clock.instant(), zone, show));
    }

    /** Each field's first trouble: what was mistyped, else what blocks. */
    private static Map<String, String> errors(PlanForm.Parsed parsed, List<Conflict> conflicts) {
        Map<String, String> out = new java.util.HashMap<>(parsed.errors());
        conflicts.stream()
                .filter(c -> c.blocking() && !c.field().isEmpty())
                .forEach(c -> out.putIfAbsent(c.field(), c.message() + ". " + c.fix() + "."));
        return out;
    }
}
