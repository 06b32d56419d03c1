package org.pelerin.app.plans;

import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.pelerin.app.loggers.library.SensorLibrary;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.exchange.DocumentException;
import org.pelerin.core.exchange.PlanDocument;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.model.OptionModel;
import org.pelerin.core.plan.Conflict;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.Preflight;
import org.pelerin.core.sensor.Sensor;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** Fills the plan form and its consequences into a page, for the library and for the dock. */
@Component
public class PlanPages {

    /** Fields in which a plan may wait for its logger and its day. */
    private static final Set<String> PASSING = Set.of("loggerName", "startAt", "stopAt");

    private final Clock clock;
    private final Formats show;
    private final SensorLibrary sensors;

    PlanPages(Clock clock, Formats show, SensorLibrary sensors) {
        this.clock = clock;
        this.show = show;
        this.sensors = sensors;
    }

    public PlanForm form(String name, int version, Plan plan) {
        List<Sensor> library = sensors.all();
        return PlanForm.of(name, version, plan, show.home(), library::contains);
    }

    public PlanForm.Parsed parse(PlanForm form) {
        form.fillLevels();
        Map<String, Sensor> library = new HashMap<>();
        sensors.all().forEach(s -> library.put(s.name(), s));
        return form.parse(show.home(), clock.instant(), library::get);
    }

    /** What the plan's model can never carry out; not what only today, or a missing name, speaks against it. */
    static Optional<Conflict> impossible(LoggerModel model, Plan plan, Instant now) {
        return Preflight.ofSettings(model, plan, now).stream()
                .filter(c -> c.blocking() && !PASSING.contains(c.field()))
                .findFirst();
    }

    Optional<Conflict> impossible(PlanForm form, PlanForm.Parsed parsed) {
        return impossible(form.loggerModel(), parsed.plan(), clock.instant());
    }

    /**
     * @param conflicts found beyond the form's own, with a logger in hand; null to check the settings alone
     * @param battery share of charge to reckon with
     */
    public void fill(Model model, PlanForm form, PlanForm.Parsed parsed, List<Conflict> conflicts, double battery) {
        LoggerModel loggerModel = form.loggerModel();
        ZoneId zone = show.home();
        List<Conflict> found = conflicts != null
                ? conflicts
                : Preflight.ofPlan(loggerModel, parsed.plan(), parsed.visit(), clock.instant());
        model.addAttribute("form", form);
        model.addAttribute("models", ModelCatalogue.all());
        model.addAttribute("model", loggerModel);
        model.addAttribute("rows", rows(form, parsed.plan()));
        model.addAttribute(
                "groups",
                loggerModel.options().stream()
                        .collect(Collectors.groupingBy(OptionModel::group, LinkedHashMap::new, Collectors.toList())));
        model.addAttribute("errors", errors(parsed, found));
        model.addAttribute("understood", parsed.understood());
        model.addAttribute("typed", parsed.errors().values());
        model.addAttribute("unread", parsed.unread());
        model.addAttribute(
                "c",
                Consequences.of(
                        parsed.plan(), loggerModel, battery, found, parsed.visit(), clock.instant(), zone, show));
    }

    private List<ChannelRow> rows(PlanForm form, Plan plan) {
        Plan base = base(form, plan);
        List<Sensor> library = sensors.all();
        return IntStream.range(0, plan.channels().size())
                .mapToObj(i -> ChannelRow.of(form.loggerModel(), plan, base, i, library))
                .toList();
    }

    /** The plan that the form began with, to mark what was changed; null where none comes with it that fits. */
    private static Plan base(PlanForm form, Plan plan) {
        try {
            Plan base = form.base.isBlank() ? null : PlanDocument.plan(form.base);
            return base != null
                            && base.model().equals(plan.model())
                            && base.channels().size() == plan.channels().size()
                    ? base
                    : null;
        } catch (DocumentException e) {
            return null;
        }
    }

    /** Each field's first trouble: what was mistyped, else what blocks. */
    private static Map<String, String> errors(PlanForm.Parsed parsed, List<Conflict> conflicts) {
        Map<String, String> out = new HashMap<>(parsed.errors());
        conflicts.stream()
                .filter(c -> c.blocking() && !c.field().isEmpty())
                .forEach(c -> out.putIfAbsent(c.field(), Texts.sentence(c.message()) + " " + Texts.sentence(c.fix())));
        return out;
    }
}
