package org.pelerin.app.plans;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Form;
import org.pelerin.app.platform.web.NotThereException;
import org.pelerin.core.exchange.PlanDocument;
import org.pelerin.core.model.ChannelModel;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.model.OptionModel;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.sensor.Sensor;
import org.pelerin.core.text.TypedNumber;

/** A plan as it is typed: text as entered, so that a wrong entry is shown again where it was made. */
public class PlanForm implements Form {

    private static final DateTimeFormatter LOCAL = DateTimeFormatter.ofPattern("yyyy-MM-dd'T'HH:mm");
    private static final DateTimeFormatter LOCAL_SECONDS = DateTimeFormatter.ofPattern("yyyy-MM-dd'T'HH:mm:ss");
    /** Models with more channels than this begin with the first one on and the others off. */
    private static final int FEW = 8;

    public String name = "";
    public int version;
    public String model = "";
    public String loggerName = "";
    public String interval = "10 min";
    public String scan = "";
    public String start = "BUTTON";
    public String startAt = "";
    public String startDelay = "30 min";
    public String startInterval = "10 min";
    public String thresholdChannel = "0";
    public String crossing = "ABOVE";
    public String thresholdLow = "";
    public String thresholdHigh = "";
    public String stop = "MEMORY_FULL";
    public String stopAfter = "";
    public String stopTime = "7 d";
    public String stopAt = "";
    public List<ChannelForm> channels = new ArrayList<>();
    public Map<String, String> options = new HashMap<>();
    /** When somebody next comes by, as a day; not part of the plan. */
    public String visit = "";
    /** Why channels that read open are left so until it is placed; not part of the plan. */
    public String notWired = "";
    /** Why it is written though its battery is as good as empty; not part of the plan. */
    public String weakBattery = "";
    /** When it is to be placed; not part of the plan either. */
    public String placing = "";
    /** The plan that is edited, as a document: what the form does not show is kept from it. */
    public String base = "";

    private static final Set<String> WITHOUT_CONSEQUENCE =
            Set.of("name", "loggerName", "notWired", "weakBattery", "placing");

    /**
     * What was read from a form: a plan, and what is wrong with each field.
     *
     * @param placing when it is to be placed, or null
     * @param visit when somebody next comes by, or null
     * @param understood how a field was read, where that is not plain from what was typed
     */
    public record Parsed(
            Plan plan, Instant placing, Instant visit, Map<String, String> errors, Map<String, String> understood) {

        public boolean valid() {
            return errors.isEmpty();
        }

        /** Fields that cannot be read and on which depends what the plan comes to: its figures would be those of other values. */
        public long unread() {
            return errors.keySet().stream()
                    .filter(field -> !WITHOUT_CONSEQUENCE.contains(field) && !field.endsWith(".label"))
                    .count();
        }
    }

    public static PlanForm blank(LoggerModel model) {
        PlanForm form = new PlanForm();
        form.model = model.id();
        if (!model.starts().contains(org.pelerin.core.model.StartKind.BUTTON)) {
            form.start = "NOW";
        }
        Duration advised = model.interval().advised();
        if (advised.compareTo(Duration.ofMinutes(10)) > 0) {
            form.interval = FieldReader.plain(advised);
        }
        form.fillChannels();
        return form;
    }

    /** @param known whether the library has just this sensor */
    public static PlanForm of(String name, int version, Plan plan, ZoneId zone, Function<Sensor, Boolean> known) {
        PlanForm form = new PlanForm();
        form.name = name;
        form.version = version;
        form.model = plan.model();
        form.loggerName = plan.loggerName();
        form.interval = FieldReader.plain(plan.interval());
        form.scan = plan.scan() == null ? "" : FieldReader.plain(plan.scan());
        form.take(plan.start(), zone);
        form.take(plan.stop(), zone);
        for (OptionModel o : form.loggerModel().options()) {
            String set = plan.options().get(o.key());
            if (set != null) {
                form.options.put(o.key(), o.number() ? FieldReader.plain(Double.parseDouble(set)) : set);
            }
        }
        int levels = form.loggerModel().alarmLevels();
        for (ChannelSettings c : plan.channels()) {
            form.channels.add(ChannelForm.of(c, c.sensor() != null && known.apply(c.sensor()), levels));
        }
        form.base = PlanDocument.write("", plan);
        form.fillChannels();
        return form;
    }

    private void take(StartCondition condition, ZoneId zone) {
        start = condition.kind().name();
        if (condition instanceof StartCondition.At at) {
            startAt = local(at.instant(), zone);
        } else if (condition instanceof StartCondition.After after) {
            startDelay = FieldReader.plain(after.delay());
        } else if (condition instanceof StartCondition.OnInterval i) {
            startInterval = FieldReader.plain(i.step());
        } else if (condition instanceof StartCondition.OnThreshold t) {
            thresholdChannel = String.valueOf(t.channel());
            crossing = t.crossing().name();
            thresholdLow = FieldReader.plain(t.low());
            thresholdHigh = FieldReader.plain(t.high());
        }
    }

    /** To the second where that matters. */
    private static String local(Instant t, ZoneId zone) {
        return (t.getEpochSecond() % 60 == 0 ? LOCAL : LOCAL_SECONDS).format(t.atZone(zone));
    }

    private void take(StopCondition condition, ZoneId zone) {
        stop = condition.kind().name();
        if (condition instanceof StopCondition.AfterSamples n) {
            stopAfter = String.valueOf(n.count());
        } else if (condition instanceof StopCondition.AfterTime t) {
            stopTime = FieldReader.plain(t.time());
        } else if (condition instanceof StopCondition.At at) {
            stopAt = local(at.instant(), zone);
        }
    }

    /** Makes the channel rows those of the chosen model. */
    public void fillChannels() {
        LoggerModel m = loggerModel();
        List<ChannelModel> inputs = m.channels();
        while (channels.size() > inputs.size()) {
            channels.remove(channels.size() - 1);
        }
        while (channels.size() < inputs.size()) {
            int next = channels.size();
            ChannelModel input = inputs.get(next);
            channels.add(ChannelForm.blank(input, m.alarmLevels(), input.added() || inputs.size() <= FEW || next == 0));
        }
        fillLevels();
    }

    /** Makes each channel's levels those of the chosen model, and records what it always records. */
    void fillLevels() {
        LoggerModel m = loggerModel();
        for (int i = 0; i < Math.min(channels.size(), m.channels().size()); i++) {
            channels.get(i).fillLevels(m.alarmLevels());
            channels.get(i).enabled |= m.channels().get(i).added();
        }
    }

    /**
     * @param zone in which times are typed
     * @param library finds a sensor by its name; null if there is none
     */
    public Parsed parse(ZoneId zone, Instant now, Function<String, Sensor> library) {
        FieldReader typed = new FieldReader();
        int channelsMissing = loggerModel().channels().size() - channels.size();
        if (channelsMissing != 0) {
            // never filled up in silence: what a page lost would be written as the model presets it
            typed.wrong("name", Texts.of("plans.planForm.thePageLostOfIts", "channelsMissing", channelsMissing));
            fillChannels();
        }
        typed.text("name", name, Length.PLAN_NAME);
        typed.text("loggerName", loggerName, Length.LOGGER_NAME);
        typed.text("notWired", notWired, Length.NOT_WIRED);
        typed.text("weakBattery", weakBattery, Length.NOT_WIRED);
        Plan before = before(typed);
        Duration every = typed.duration("interval", interval);
        if (every.isZero()) {
            typed.wrong("interval", Texts.of("plans.planForm.anIntervalMustBeLonger"));
            every = Duration.ofMinutes(10);
        }
        Duration scans = scan.isBlank() ? null : typed.duration("scan", scan);
        if (scans != null && scans.isZero()) {
            typed.wrong("scan", Texts.of("plans.planForm.aScanIntervalMustBe"));
            scans = null;
        }
        List<ChannelSettings> settings = new ArrayList<>();
        for (int i = 0; i < channels.size(); i++) {
            ChannelSettings old = before == null || i >= before.channels().size()
                    ? null
                    : before.channels().get(i);
            Sensor chosen = sensor(i, old, library, typed);
            settings.add(channels.get(i).parse(i + 1, chosen, old, nominal(i, typed), unit(i, chosen), typed));
        }
        Plan plan = new Plan(
                loggerModel().id(),
                loggerName.strip(),
                every,
                scans,
                start(zone, now, typed),
                stop(zone, now, typed),
                settings,
                departures(typed));
        return new Parsed(plan, placing(zone, now, typed), visit(zone, now, typed), typed.errors(), typed.understood());
    }

    private Instant placing(ZoneId zone, Instant now, FieldReader typed) {
        return placing.isBlank() ? null : typed.local("placing", placing.strip(), zone, now);
    }

    /** Noon of the day, in the zone in which days are typed. */
    private Instant visit(ZoneId zone, Instant now, FieldReader typed) {
        if (visit.isBlank()) {
            return null;
        }
        LocalDate day = typed.day("visit", visit, null);
        if (day == null) {
            return null;
        }
        Instant noon = day.atTime(LocalTime.NOON).atZone(zone).toInstant();
        if (noon.isBefore(now)) {
            typed.wrong("visit", Texts.of("plans.planForm.thisDayHasPassed"));
            return null;
        }
        return noon;
    }

    /** The plan that is edited; null for a new one, or where the page is damaged. */
    public Plan before() {
        return before(new FieldReader());
    }

    private Plan before(FieldReader typed) {
        try {
            return base.isBlank() ? null : PlanDocument.plan(base);
        } catch (IllegalArgumentException e) {
            typed.wrong("name", Texts.of("plans.planForm.thePageIsDamagedOpen"));
            return null;
        }
    }

    /** The nominal value of a channel's quantity: for voltages, where the model has one. */
    private Double nominal(int i, FieldReader typed) {
        LoggerModel m = loggerModel();
        boolean voltage = m.channels().get(i).own().unit().equals("V");
        return voltage && m.option("nominal").isPresent()
                ? typed.number(
                        "options[nominal]",
                        options.getOrDefault("nominal", "").isBlank()
                                ? m.option("nominal").get().preset()
                                : options.get("nominal"))
                : null;
    }

    /** The unit in which a channel's limits are typed. */
    private String unit(int i, Sensor chosen) {
        String shown = channels.get(i).unit;
        return !shown.isEmpty()
                ? shown
                : chosen != null
                        ? chosen.unit()
                        : loggerModel().channels().get(i).own().unit();
    }

    private Sensor sensor(int i, ChannelSettings old, Function<String, Sensor> library, FieldReader typed) {
        String name = channels.get(i).sensor;
        if (name.isEmpty()) {
            return null;
        }
        if (name.equals(ChannelForm.AS_IN_PLAN)) {
            return old == null ? null : old.sensor();
        }
        Sensor found = library.apply(name);
        if (found == null) {
            typed.wrong("channels[" + i + "].sensor", Texts.of("plans.planForm.thereIsNoSensorIn", "name", name));
        }
        return found;
    }

    /** The options that are not as the model presets them. */
    private Map<String, String> departures(FieldReader typed) {
        Map<String, String> out = new HashMap<>();
        for (OptionModel o : loggerModel().options()) {
            String value = options.getOrDefault(o.key(), "").strip();
            if (value.isEmpty() || value.equals(o.preset())) {
                continue;
            }
            if (!o.number()) {
                out.put(o.key(), value);
                continue;
            }
            Double number = typed.number("options[" + o.key() + "]", value);
            if (number != null && number != Double.parseDouble(o.preset())) {
                out.put(o.key(), TypedNumber.shown(number, Locale.ROOT));
            }
        }
        return out;
    }

    public LoggerModel loggerModel() {
        return ModelCatalogue.find(model)
                .orElseThrow(
                        () -> new NotThereException(Texts.of("plans.planForm.thereIsNoLoggerModel", "model", model)));
    }

    private StartCondition start(ZoneId zone, Instant now, FieldReader typed) {
        try {
            return switch (start) {
                case "NOW" -> new StartCondition.Now();
                case "AT" -> new StartCondition.At(typed.local("startAt", startAt, zone, now));
                case "AFTER" -> new StartCondition.After(typed.duration("startDelay", startDelay));
                case "INTERVAL" -> new StartCondition.OnInterval(typed.duration("startInterval", startInterval));
                case "THRESHOLD" -> threshold(typed);
                default -> new StartCondition.OnButton();
            };
        } catch (IllegalArgumentException e) {
            typed.wrong(
                    switch (start) {
                        case "AT" -> "startAt";
                        case "AFTER" -> "startDelay";
                        case "INTERVAL" -> "startInterval";
                        default -> "thresholdHigh";
                    },
                    e.getMessage());
            return new StartCondition.OnButton();
        }
    }

    private StartCondition threshold(FieldReader typed) {
        StartCondition.Crossing how = StartCondition.Crossing.valueOf(crossing);
        Integer channel = typed.whole("thresholdChannel", thresholdChannel, 0, channels.size() - 1);
        double low = how == StartCondition.Crossing.ABOVE ? 0 : typed.needed("thresholdLow", thresholdLow, 0);
        double high = how == StartCondition.Crossing.BELOW ? 0 : typed.needed("thresholdHigh", thresholdHigh, low + 1);
        return new StartCondition.OnThreshold(channel == null ? 0 : channel, how, low, high);
    }

    private StopCondition stop(ZoneId zone, Instant now, FieldReader typed) {
        try {
            return switch (stop) {
                case "WRAP" -> new StopCondition.Wrap();
                case "AFTER_SAMPLES" -> samples(typed);
                case "AFTER_TIME" -> new StopCondition.AfterTime(typed.duration("stopTime", stopTime));
                case "AT" -> new StopCondition.At(typed.local("stopAt", stopAt, zone, now.plus(Duration.ofDays(7))));
                default -> new StopCondition.MemoryFull();
            };
        } catch (IllegalArgumentException e) {
            typed.wrong(
                    switch (stop) {
                        case "AFTER_SAMPLES" -> "stopAfter";
                        case "AT" -> "stopAt";
                        default -> "stopTime";
                    },
                    e.getMessage());
            return new StopCondition.MemoryFull();
        }
    }

    private StopCondition samples(FieldReader typed) {
        Double n = typed.number("stopAfter", stopAfter);
        if (n == null || n < 1 || n != Math.rint(n)) {
            typed.wrong("stopAfter", Texts.of("plans.planForm.enterAWholeNumberOf"));
            return new StopCondition.MemoryFull();
        }
        return new StopCondition.AfterSamples(n.longValue());
    }
}
