package org.pelerin.app.plans;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Form;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.model.ChannelModel;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.AlarmLevel;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.FaultDirection;
import org.pelerin.core.plan.LastingText;
import org.pelerin.core.plan.LoggerNames;
import org.pelerin.core.sensor.Correction;
import org.pelerin.core.sensor.Sensor;

/** One channel of a plan as it is typed. */
public class ChannelForm implements Form {

    /** A pair of limits as it is typed; both share what must last and whether they latch. */
    public static class Level implements Form {
        public String low = "";
        public String high = "";
        public String lasting = "";
        public boolean latched;
    }

    /** Between what must last below and what must last above. */
    private static final String BELOW_ABOVE = " / ";

    /** The choice that keeps the copy of a sensor that the plan holds. */
    static final String AS_IN_PLAN = "=";

    public boolean enabled;
    public String label = "";
    /** Name of a sensor of the library; empty for the channel's own. */
    public String sensor = "";

    public String unit = "";
    public String cutOff = "";
    public String fault = "MISSING";
    public String decimals = "";
    public String displayLow = "";
    public String displayHigh = "";
    public List<Level> levels = new ArrayList<>();

    static ChannelForm blank(ChannelModel model, int alarmLevels, boolean enabled) {
        ChannelForm c = new ChannelForm();
        c.enabled = enabled;
        c.label = model.label();
        c.fillLevels(alarmLevels);
        if (alarmLevels > 0) {
            c.levels.get(0).lasting = "30 min";
            c.levels.get(0).latched = true;
        }
        return c;
    }

    /** @param known whether the library has just this sensor */
    static ChannelForm of(ChannelSettings s, boolean known, int alarmLevels) {
        ChannelForm c = new ChannelForm();
        c.enabled = s.enabled();
        c.label = s.label();
        c.sensor = s.sensor() == null ? "" : known ? s.sensor().name() : AS_IN_PLAN;
        c.unit = s.unit();
        c.cutOff = s.cutOff() == 0 ? "" : FieldReader.plain(s.cutOff());
        c.fault = s.fault().name();
        c.decimals = s.decimals() == null ? "" : String.valueOf(s.decimals());
        c.displayLow = s.display() == null ? "" : FieldReader.plain(s.display().low());
        c.displayHigh = s.display() == null ? "" : FieldReader.plain(s.display().high());
        for (AlarmLevel pair : s.levels()) {
            Level level = new Level();
            Alarm any = pair.upper().or(pair::lower).orElseThrow();
            level.high = pair.upper().map(a -> FieldReader.plain(a.limit())).orElse("");
            level.low = pair.lower().map(a -> FieldReader.plain(a.limit())).orElse("");
            level.lasting = lasting(pair, any);
            level.latched = any.latched();
            c.levels.add(level);
        }
        c.fillLevels(alarmLevels);
        return c;
    }

    /** One for both sides; “below / above” where they differ. */
    private static String lasting(AlarmLevel pair, Alarm any) {
        boolean differ = pair.low() != null
                && pair.high() != null
                && !pair.low().lasting().equals(pair.high().lasting());
        String text = differ
                ? atLeast(pair.low().lasting())
                        + BELOW_ABOVE
                        + atLeast(pair.high().lasting())
                : LastingText.format(any.lasting());
        return text.replace('\u00a0', ' ');
    }

    private static String atLeast(Lasting lasting) {
        String text = LastingText.format(lasting);
        return text.isEmpty() ? Texts.of("plans.channelForm.atOnce") : text;
    }

    void fillLevels(int alarmLevels) {
        while (levels.size() > alarmLevels) {
            levels.remove(levels.size() - 1);
        }
        while (levels.size() < alarmLevels) {
            levels.add(new Level());
        }
    }

    /**
     * @param number from 1; stands for {@code {n}} in the label, {@code {n:02}} with two digits
     * @param chosen the sensor that {@link #sensor} names, or null
     * @param old the channel in the plan that is edited, from which is kept what the form does not show; or null
     * @param nominal what a limit in per cent is of; null where the channel has no nominal value
     * @param unitShown in which limits are typed
     */
    ChannelSettings parse(
            int number, Sensor chosen, ChannelSettings old, Double nominal, String unitShown, FieldReader typed) {
        String at = "channels[" + (number - 1) + "]";
        Double cut = typed.number(at + ".cutOff", cutOff);
        if (cut != null && cut < 0) {
            typed.wrong(at + ".cutOff", Texts.of("plans.channelForm.aLowCutOffIs"));
            cut = null;
        }
        String called = LoggerNames.numbered(label.strip(), number);
        return new ChannelSettings(
                enabled,
                fitting(at + ".label", called, Length.CHANNEL_LABEL, typed),
                chosen,
                fitting(at + ".unit", unit, Length.CHANNEL_UNIT, typed),
                old == null ? Correction.NONE : old.correction(),
                cut == null ? 0 : cut,
                faultDirection(),
                typed.whole(at + ".decimals", decimals, 0, 6),
                display(at, typed),
                alarms(at, old, new LimitReader(nominal, unitShown, typed), typed));
    }

    /** A plan holds none that is too long, while that is said. */
    private static String fitting(String field, String text, Length length, FieldReader typed) {
        typed.text(field, text, length);
        return length.cut(text);
    }

    private FaultDirection faultDirection() {
        try {
            return FaultDirection.valueOf(fault);
        } catch (IllegalArgumentException e) {
            return FaultDirection.MISSING;
        }
    }

    private ChannelSettings.Display display(String at, FieldReader typed) {
        Double low = typed.number(at + ".displayLow", displayLow);
        Double high = typed.number(at + ".displayHigh", displayHigh);
        if (low == null && high == null) {
            return null;
        }
        if (low == null || high == null || low >= high) {
            typed.wrong(at + ".displayHigh", Texts.of("plans.channelForm.enterALowerAndA"));
            return null;
        }
        return new ChannelSettings.Display(low, high);
    }

    private List<AlarmLevel> alarms(String at, ChannelSettings old, LimitReader limits, FieldReader typed) {
        List<AlarmLevel> out = new ArrayList<>();
        for (int i = 0; i < levels.size(); i++) {
            Level level = levels.get(i);
            String field = at + ".levels[" + i + "].";
            Double high = limits.read(field + "high", level.high);
            Double low = limits.read(field + "low", level.low);
            Lasting[] lasting = lasting(field + "lasting", level.lasting, typed);
            // two sides that latch differently have no box of their own: they stay so while the box is left alone
            AlarmLevel was = old == null ? AlarmLevel.NONE : old.level(i + 1);
            boolean apart = was.low() != null
                    && was.high() != null
                    && was.low().latched() != was.high().latched()
                    && level.latched == was.high().latched();
            out.add(new AlarmLevel(
                    high == null ? null : new Alarm(high, lasting[1], level.latched),
                    low == null
                            ? null
                            : new Alarm(low, lasting[0], apart ? was.low().latched() : level.latched)));
        }
        return out;
    }

    /** What must last below, and above; “1 h / 30 min” gives each its own. */
    private static Lasting[] lasting(String field, String text, FieldReader typed) {
        String[] sides = text.split("\\s*/\\s*", -1);
        try {
            if (sides.length == 2) {
                Lasting[] both = {LastingText.parse(sides[0]), LastingText.parse(sides[1])};
                typed.understood(
                        field,
                        Texts.of(
                                "plans.channelForm.belowAbove",
                                "phrase",
                                LastingText.phrase(both[0]),
                                "phrase2",
                                LastingText.phrase(both[1])));
                return both;
            }
            Lasting one = LastingText.parse(text);
            typed.understood(field, text, LastingText.format(one));
            return new Lasting[] {one, one};
        } catch (IllegalArgumentException e) {
            typed.wrong(field, e.getMessage());
            return new Lasting[] {Lasting.ANY, Lasting.ANY};
        }
    }
}
