package org.pelerin.app.plan;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.pelerin.core.model.ChannelModel;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Durations;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;

/** A plan as it is typed: text as entered, so that a wrong entry is shown again where it was made. */
public class PlanForm {

    /** One channel as typed. */
    public static class Channel {
        private boolean enabled;
        private String label = "";
        private String low = "";
        private String high = "";
        private String delay = "";
        private boolean latched;

        public boolean isEnabled() {
            return enabled;
        }

        public void setEnabled(boolean enabled) {
            this.enabled = enabled;
        }

        public String getLabel() {
            return label;
        }

        public void setLabel(String label) {
            this.label = label;
        }

        public String getLow() {
            return low;
        }

        public void setLow(String low) {
            this.low = low;
        }

        public String getHigh() {
            return high;
        }

        public void setHigh(String high) {
            this.high = high;
        }

        public String getDelay() {
            return delay;
        }

        public void setDelay(String delay) {
            this.delay = delay;
        }

        public boolean isLatched() {
            return latched;
        }

        public void setLatched(boolean latched) {
            this.latched = latched;
        }
    }

    private static final DateTimeFormatter LOCAL = DateTimeFormatter.ofPattern("yyyy-MM-dd'T'HH:mm");

    private String name = "";
    private String model = ModelCatalogue.ALDER_T1.id();
    private String loggerName = "";
    private String interval = "10 min";
    private String start = "button";
    private String startAt = "";
    private String startDelay = "30 min";
    private String stop = "full";
    private String stopAfter = "";
    private int version;
    private List<Channel> channels = new ArrayList<>();

    /** What was read from a form: a plan, or what is wrong with each field. */
    public record Parsed(Plan plan, Map<String, String> errors) {

        public boolean valid() {
            return errors.isEmpty();
        }
    }

    public static PlanForm blank(LoggerModel model) {
        PlanForm form = new PlanForm();
        form.model = model.id();
        form.fillChannels();
        return form;
    }

    public static PlanForm of(String name, int version, Plan plan, ZoneId zone) {
        PlanForm form = new PlanForm();
        form.name = name;
        form.version = version;
        form.model = plan.model();
        form.loggerName = plan.loggerName();
        form.interval = plain(plan.interval());
        if (plan.start() instanceof StartCondition.At at) {
            form.start = "at";
            form.startAt = LOCAL.format(at.instant().atZone(zone));
        } else if (plan.start() instanceof StartCondition.After after) {
            form.start = "after";
            form.startDelay = plain(after.delay());
        } else {
            form.start = plan.start() instanceof StartCondition.Now ? "now" : "button";
        }
        if (plan.stop() instanceof StopCondition.AfterSamples n) {
            form.stop = "after";
            form.stopAfter = String.valueOf(n.count());
        } else {
            form.stop = plan.stop() instanceof StopCondition.Wrap ? "wrap" : "full";
        }
        for (ChannelSettings c : plan.channels()) {
            Channel channel = new Channel();
            channel.enabled = c.enabled();
            channel.label = c.label();
            channel.high = c.high() == null ? "" : plain(c.high().limit());
            channel.low = c.low() == null ? "" : plain(c.low().limit());
            Alarm any = c.high() != null ? c.high() : c.low();
            channel.delay = any == null ? "" : plain(any.delay());
            channel.latched = any != null && any.latched();
            form.channels.add(channel);
        }
        form.fillChannels();
        return form;
    }

    /** Makes the channel rows those of the chosen model. */
    public void fillChannels() {
        List<ChannelModel> inputs = model().channels();
        while (channels.size() > inputs.size()) {
            channels.remove(channels.size() - 1);
        }
        while (channels.size() < inputs.size()) {
            ChannelModel input = inputs.get(channels.size());
            Channel channel = new Channel();
            channel.enabled = true;
            channel.label = input.unit().equals("°C") ? "Air" : "Humidity";
            channel.delay = "30 min";
            channel.latched = true;
            channels.add(channel);
        }
    }

    /** @param zone in which times are typed */
    public Parsed parse(ZoneId zone, Instant now) {
        Map<String, String> errors = new LinkedHashMap<>();
        Duration every = duration("interval", interval, errors);
        if (every.isZero()) {
            errors.putIfAbsent("interval", "An interval is longer than nothing");
            every = Duration.ofMinutes(10);
        }
        List<ChannelSettings> settings = new ArrayList<>();
        for (int i = 0; i < channels.size(); i++) {
            settings.add(channel(i, channels.get(i), errors));
        }
        Plan plan = new Plan(model().id(), loggerName.strip(), every, start(zone, now, errors), stop(errors), settings);
        return new Parsed(plan, errors);
    }

    public LoggerModel model() {
        return ModelCatalogue.find(model).orElse(ModelCatalogue.ALDER_T1);
    }

    private ChannelSettings channel(int i, Channel c, Map<String, String> errors) {
        String at = "channels[" + i + "].";
        Duration delay = c.delay.isBlank() ? Duration.ZERO : duration(at + "delay", c.delay, errors);
        Double high = number(at + "high", c.high, errors);
        Double low = number(at + "low", c.low, errors);
        return new ChannelSettings(
                c.enabled,
                c.label.strip(),
                high == null ? null : new Alarm(high, delay, c.latched),
                low == null ? null : new Alarm(low, delay, c.latched));
    }

    private StartCondition start(ZoneId zone, Instant now, Map<String, String> errors) {
        switch (start) {
            case "now":
                return new StartCondition.Now();
            case "at":
                try {
                    // the earlier of the two instants where clocks go back
                    return new StartCondition.At(LocalDateTime.parse(startAt.strip())
                            .atZone(zone)
                            .withEarlierOffsetAtOverlap()
                            .toInstant());
                } catch (DateTimeParseException e) {
                    errors.put("startAt", "Give a date and a time");
                    return new StartCondition.At(now);
                }
            case "after":
                return new StartCondition.After(duration("startDelay", startDelay, errors));
            default:
                return new StartCondition.OnButton();
        }
    }

    private StopCondition stop(Map<String, String> errors) {
        if (stop.equals("wrap")) {
            return new StopCondition.Wrap();
        }
        if (!stop.equals("after")) {
            return new StopCondition.MemoryFull();
        }
        try {
            return new StopCondition.AfterSamples(
                    Long.parseLong(stopAfter.strip().replaceAll("[\\s\\u00a0]", "")));
        } catch (IllegalArgumentException e) {
            errors.put("stopAfter", "Give a whole number of samples, 1 or more");
            return new StopCondition.MemoryFull();
        }
    }

    private static Duration duration(String field, String text, Map<String, String> errors) {
        try {
            return Durations.parse(text.replace('\u00a0', ' '));
        } catch (IllegalArgumentException e) {
            errors.put(field, e.getMessage());
            return Duration.ZERO;
        }
    }

    /** A decimal point or comma; blank is no limit. */
    private static Double number(String field, String text, Map<String, String> errors) {
        if (text.isBlank()) {
            return null;
        }
        try {
            double v = Double.parseDouble(text.strip().replace(',', '.').replace('−', '-'));
            if (Double.isFinite(v)) {
                return v;
            }
        } catch (NumberFormatException e) {
            // said below
        }
        errors.put(field, "“" + text.strip() + "” is not a number");
        return null;
    }

    private static String plain(Duration d) {
        return Durations.format(d).replace('\u00a0', ' ');
    }

    private static String plain(double v) {
        return v == Math.rint(v) ? String.valueOf((long) v) : String.valueOf(v);
    }

    public String getName() {
        return name;
    }

    public void setName(String name) {
        this.name = name;
    }

    public String getModel() {
        return model;
    }

    public void setModel(String model) {
        this.model = model;
    }

    public String getLoggerName() {
        return loggerName;
    }

    public void setLoggerName(String loggerName) {
        this.loggerName = loggerName;
    }

    public String getInterval() {
        return interval;
    }

    public void setInterval(String interval) {
        this.interval = interval;
    }

    public String getStart() {
        return start;
    }

    public void setStart(String start) {
        this.start = start;
    }

    public String getStartAt() {
        return startAt;
    }

    public void setStartAt(String startAt) {
        this.startAt = startAt;
    }

    public String getStartDelay() {
        return startDelay;
    }

    public void setStartDelay(String startDelay) {
        this.startDelay = startDelay;
    }

    public String getStop() {
        return stop;
    }

    public void setStop(String stop) {
        this.stop = stop;
    }

    public String getStopAfter() {
        return stopAfter;
    }

    public void setStopAfter(String stopAfter) {
        this.stopAfter = stopAfter;
    }

    public int getVersion() {
        return version;
    }

    public void setVersion(int version) {
        this.version = version;
    }

    public List<Channel> getChannels() {
        return channels;
    }

    public void setChannels(List<Channel> channels) {
        this.channels = channels;
    }
}
