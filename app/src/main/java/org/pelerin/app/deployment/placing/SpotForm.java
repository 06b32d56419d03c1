package org.pelerin.app.deployment.placing;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.pelerin.app.evidence.SavedMeanwhile;
import org.pelerin.app.places.PlaceService;
import org.pelerin.app.places.Spot;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Form;
import org.pelerin.core.plan.Deployment;
import org.pelerin.core.plan.Hanging;

/** A spot as it is typed. */
public class SpotForm implements Form {

    static List<String> kinds() {
        return List.of(
                Texts.of("deployment.placing.spotForm.ripeningCellar"),
                Texts.of("deployment.placing.spotForm.coldStore"),
                Texts.of("deployment.placing.spotForm.deepFreezeStore"),
                Texts.of("deployment.placing.spotForm.milkTank"),
                Texts.of("deployment.placing.spotForm.hall"),
                Texts.of("deployment.placing.spotForm.vehicle"),
                Texts.of("deployment.placing.spotForm.wellOrSpring"),
                Texts.of("deployment.placing.spotForm.outdoors"),
                Texts.of("deployment.placing.spotForm.switchboard"),
                Texts.of("deployment.placing.spotForm.machine"));
    }

    static final List<String> UNITS = List.of("°C", "%RH", "kPa", "bar", "dB", "V", "A", "m", "l", "m³/h");
    private static final int LIMITS = 3;
    private static final double DEEPEST = 1000;
    private static final int LONGEST_DAYS = 3660;

    public long id;
    public long siteId;
    public String name = "";
    public String surroundings = "";
    public String plan = "";
    public String collectDays = "";
    public String depth = "";
    public String staticLevel = "";
    public String keptClear = "";
    public String margin = "";
    public String cable = "";
    public String notes = "";
    public List<Limit> limits = new ArrayList<>();
    /** Mark of the spot as this form showed it. */
    public String seen = "";

    /** A limit as it is typed. */
    public static class Limit implements Form {
        public String unit = "";
        public String low = "";
        public String high = "";
    }

    /** What was read, and what is wrong with each field. */
    record Parsed(Spot spot, Map<String, String> errors) {}

    static SpotForm blank(long site) {
        SpotForm form = new SpotForm();
        form.siteId = site;
        form.fill();
        return form;
    }

    static SpotForm of(Spot s) {
        SpotForm form = new SpotForm();
        form.id = s.id();
        form.siteId = s.siteId();
        form.name = s.name();
        form.surroundings = s.surroundings();
        form.plan = s.planId() == null ? "" : String.valueOf(s.planId());
        form.collectDays = s.collectDays() == null ? "" : String.valueOf(s.collectDays());
        form.depth = text(s.depth());
        form.staticLevel = text(s.hanging().staticLevel());
        form.keptClear = text(s.hanging().keptClear());
        form.margin = text(s.hanging().margin());
        form.cable = text(s.hanging().cable());
        form.notes = s.notes();
        for (Deployment.Demand d : s.demands()) {
            Limit limit = new Limit();
            limit.unit = d.unit();
            limit.low = text(d.low());
            limit.high = text(d.high());
            form.limits.add(limit);
        }
        form.seen = PlaceService.mark(s);
        form.fill();
        return form;
    }

    /**
     * Its fields as people read them.
     *
     * @param plans names by number
     */
    Map<String, String> shown(Map<String, String> plans) {
        return SavedMeanwhile.fields(
                Texts.of("deployment.placing.spotForm.name"),
                name,
                Texts.of("deployment.placing.spotForm.environment"),
                surroundings,
                Texts.of("deployment.placing.spotForm.plan"),
                plans.getOrDefault(plan, plan),
                Texts.of("deployment.placing.spotForm.daysBetweenCollections"),
                collectDays,
                Texts.of("deployment.placing.spotForm.depth"),
                depth,
                Texts.of("deployment.placing.spotForm.staticWaterLevel"),
                staticLevel,
                Texts.of("deployment.placing.spotForm.keptClear"),
                keptClear,
                Texts.of("deployment.placing.spotForm.margin"),
                margin,
                Texts.of("deployment.placing.spotForm.cable"),
                cable,
                Texts.of("deployment.placing.spotForm.limits"),
                limits.stream()
                        .filter(l -> !l.low.isBlank() || !l.high.isBlank())
                        .map(l -> Texts.of(
                                "deployment.placing.spotForm.limit",
                                "from",
                                !l.low.isBlank(),
                                "low",
                                l.low.strip(),
                                "to",
                                !l.high.isBlank(),
                                "high",
                                l.high.strip(),
                                "unit",
                                l.unit.strip()))
                        .collect(Collectors.joining(", ")),
                Texts.of("deployment.placing.spotForm.notes"),
                notes);
    }

    private void fill() {
        while (limits.size() < LIMITS) {
            limits.add(new Limit());
        }
    }

    Parsed parse() {
        fill();
        FieldReader typed = new FieldReader();
        if (name.isBlank()) {
            typed.wrong("name", Texts.of("deployment.placing.spotForm.enterAName"));
        }
        Integer wanted = typed.whole("plan", plan, 1, Integer.MAX_VALUE);
        Double deep = metres(typed, "depth", depth, 0);
        Hanging hanging = hanging(typed, deep);
        Spot spot = new Spot(
                id,
                siteId,
                "",
                typed.text("name", name, Length.SPOT_NAME),
                typed.text("surroundings", surroundings, Length.SPOT_SURROUNDINGS),
                wanted == null ? null : wanted.longValue(),
                null,
                typed.whole("collectDays", collectDays, 1, LONGEST_DAYS),
                deep == null && hanging.immersion().isPresent()
                        ? Double.valueOf(centimetres(hanging.immersion().getAsDouble()))
                        : deep,
                hanging,
                typed.text("notes", notes, Length.SPOT_NOTES),
                null,
                null,
                null,
                demands(typed));
        return new Parsed(spot, typed.errors());
    }

    /** How it hangs; what does not go together is said. */
    private Hanging hanging(FieldReader typed, Double deep) {
        Hanging h = new Hanging(
                metres(typed, "staticLevel", staticLevel, -DEEPEST),
                metres(typed, "keptClear", keptClear, 0),
                metres(typed, "margin", margin, 0),
                metres(typed, "cable", cable, 0));
        if (h.tooShort()) {
            typed.wrong(
                    "cable",
                    Texts.of(
                            "deployment.placing.spotForm.itMustBeAtLeast",
                            "centimetres",
                            FieldReader.plain(centimetres(h.needed().getAsDouble()))));
        } else if (h.immersion().isPresent() && h.immersion().getAsDouble() <= 0) {
            typed.wrong("cable", Texts.of("deployment.placing.spotForm.theLoggerWouldHangAbove"));
        } else if (!h.agrees(deep)) {
            typed.wrong(
                    "depth",
                    Texts.of(
                            "deployment.placing.spotForm.withThisCableAndWater",
                            "centimetres",
                            FieldReader.plain(centimetres(h.immersion().getAsDouble()))));
        }
        return h;
    }

    private static double centimetres(double m) {
        return Math.round(m * 100) / 100.0;
    }

    private static Double metres(FieldReader typed, String field, String text, double least) {
        Double v = text.isBlank() ? null : typed.number(field, text);
        if (v != null && (v < least || v > DEEPEST)) {
            typed.wrong(
                    field,
                    Texts.of(
                            "deployment.placing.spotForm.enterMetresFromTo",
                            "plain",
                            FieldReader.plain(least),
                            "plain2",
                            FieldReader.plain(DEEPEST)));
        }
        return v;
    }

    private List<Deployment.Demand> demands(FieldReader typed) {
        List<Deployment.Demand> out = new ArrayList<>();
        for (int i = 0; i < limits.size(); i++) {
            Limit l = limits.get(i);
            if (l.low.isBlank() && l.high.isBlank()) {
                continue;
            }
            String at = "limits[" + i + "].";
            Double low = l.low.isBlank() ? null : typed.number(at + "low", l.low);
            Double high = l.high.isBlank() ? null : typed.number(at + "high", l.high);
            if (low != null && high != null && low >= high) {
                typed.wrong(at + "high", Texts.of("deployment.placing.spotForm.theUpperLimitMustBe"));
            }
            if (l.unit.isBlank() || out.stream().anyMatch(d -> d.unit().equals(l.unit))) {
                typed.wrong(
                        at + "unit",
                        l.unit.isBlank()
                                ? Texts.of("deployment.placing.spotForm.enterAUnit")
                                : Texts.of("deployment.placing.spotForm.useOneLinePerUnit"));
            }
            out.add(new Deployment.Demand(typed.text(at + "unit", l.unit, Length.LIMIT_UNIT), low, high));
        }
        return out;
    }

    private static String text(Double v) {
        return v == null ? "" : FieldReader.plain(v);
    }
}
