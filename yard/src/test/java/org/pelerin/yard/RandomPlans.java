package org.pelerin.yard;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.model.ChannelModel;
import org.pelerin.core.model.Input;
import org.pelerin.core.model.InputModel;
import org.pelerin.core.model.Intervals;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.OptionModel;
import org.pelerin.core.model.StartKind;
import org.pelerin.core.model.StopKind;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.AlarmLevel;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.FaultDirection;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.sensor.Correction;
import org.pelerin.core.sensor.Scaling;
import org.pelerin.core.sensor.Sensor;
import org.pelerin.core.sensor.ThermocoupleType;

/** Any plan that a model must take. */
final class RandomPlans {

    private final Random random;
    private final LoggerModel model;
    private final Instant now;

    RandomPlans(long seed, LoggerModel model, Instant now) {
        this.random = new Random(seed);
        this.model = model;
        this.now = now;
    }

    Plan next() {
        List<ChannelSettings> channels = new ArrayList<>();
        int first = random.nextInt(model.channels().size());
        for (int i = 0; i < model.channels().size(); i++) {
            ChannelModel channel = model.channels().get(i);
            // a watched channel and at least one that is not added by itself
            boolean enabled = i == 0 || i == first || channel.added() || random.nextBoolean();
            channels.add(channel(i, channel, enabled));
        }
        Duration interval = interval();
        Duration scan =
                model.scans() && interval.toSeconds() % 4 == 0 && random.nextBoolean() ? interval.dividedBy(4) : null;
        StopCondition stop = stop();
        Plan plan = new Plan(
                model.id(), "R" + random.nextInt(1_000_000), interval, scan, start(), stop, channels, options(stop));
        if (plan.scanTime(model).compareTo(plan.fastest()) > 0) {
            return next();
        }
        return secondFits(plan) ? plan : withoutSecond(plan);
    }

    private static boolean secondFits(Plan plan) {
        return plan.second()
                .map(every -> every.compareTo(plan.interval()) > 0
                        && every.toMillis() % plan.interval().toMillis() == 0)
                .orElse(true);
    }

    private static Plan withoutSecond(Plan plan) {
        Map<String, String> options = new HashMap<>(plan.options());
        options.remove(Plan.SECOND);
        return new Plan(
                plan.model(),
                plan.loggerName(),
                plan.interval(),
                plan.scan(),
                plan.start(),
                plan.stop(),
                plan.channels(),
                options);
    }

    private Duration interval() {
        Intervals i = model.interval();
        long steps = i.longest().dividedBy(i.step());
        long least = i.shortest().dividedBy(i.step());
        return i.step().multipliedBy(least + (long) (Math.pow(random.nextDouble(), 6) * (steps - least)));
    }

    private StartCondition start() {
        List<StartKind> kinds = List.copyOf(model.starts());
        double low = offset(0);
        return switch (kinds.get(random.nextInt(kinds.size()))) {
            case NOW -> new StartCondition.Now();
            case BUTTON -> new StartCondition.OnButton();
            case AT -> new StartCondition.At(now.plusSeconds(1000 + random.nextInt(100_000)));
            case AFTER -> new StartCondition.After(Duration.ofSeconds(random.nextInt(100_000)));
            case INTERVAL ->
                new StartCondition.OnInterval(Duration.ofMinutes(new int[] {1, 15, 60, 1440}[random.nextInt(4)]));
            case THRESHOLD ->
                new StartCondition.OnThreshold(
                        0, StartCondition.Crossing.values()[random.nextInt(4)], value(0) - low, value(0) + low);
        };
    }

    private StopCondition stop() {
        List<StopKind> kinds = List.copyOf(model.stops());
        return switch (kinds.get(random.nextInt(kinds.size()))) {
            case MEMORY_FULL -> new StopCondition.MemoryFull();
            case AFTER_SAMPLES -> new StopCondition.AfterSamples(1 + random.nextInt(10_000));
            case AFTER_TIME -> new StopCondition.AfterTime(Duration.ofMinutes(1 + random.nextInt(10_000)));
            case AT -> new StopCondition.At(now.plusSeconds(200_000 + random.nextInt(100_000)));
            case WRAP -> new StopCondition.Wrap();
        };
    }

    private Map<String, String> options(StopCondition stop) {
        Map<String, String> out = new HashMap<>();
        for (OptionModel o : model.options()) {
            // one that overwrites keeps one mission
            boolean goes = !(o.key().equals(Plan.AGAIN) && stop instanceof StopCondition.Wrap);
            if (random.nextBoolean() && goes) {
                out.put(
                        o.key(),
                        o.number()
                                ? String.valueOf(o.low() + random.nextInt((int) (o.high() - o.low())))
                                : o.choices()
                                        .get(random.nextInt(o.choices().size()))
                                        .value());
            }
        }
        return out;
    }

    private ChannelSettings channel(int i, ChannelModel channel, boolean enabled) {
        List<AlarmLevel> levels = new ArrayList<>();
        for (int level = random.nextInt(model.alarmLevels() + 1); level > 0; level--) {
            Alarm high = random.nextBoolean() ? alarm(value(i) + offset(i)) : null;
            Alarm low = random.nextBoolean() ? alarm(value(i) - offset(i)) : null;
            levels.add(new AlarmLevel(high, low));
        }
        return new ChannelSettings(
                enabled,
                channel.label() + " " + i,
                channel.choosable() && i > 0 && random.nextBoolean() ? sensor(channel) : null,
                "",
                random.nextBoolean() ? Correction.NONE : Correction.offset(random.nextInt(100) / 100.0),
                random.nextBoolean() ? 0 : 0.001,
                FaultDirection.values()[random.nextInt(3)],
                random.nextBoolean() ? null : random.nextInt(5),
                null,
                levels);
    }

    /** A value in the middle of a channel's range, whatever its sensor: those that are chosen have it in theirs. */
    private double value(int i) {
        InputModel own = model.channels().get(i).own();
        return (own.low() + own.high()) / 2;
    }

    private double offset(int i) {
        InputModel own = model.channels().get(i).own();
        return (own.high() - own.low()) * (0.01 + 0.3 * random.nextDouble());
    }

    private Sensor sensor(ChannelModel channel) {
        InputModel input = channel.inputs().get(random.nextInt(channel.inputs().size()));
        double middle = (channel.own().low() + channel.own().high()) / 2;
        boolean thermocouple = input.kind() == Input.THERMOCOUPLE;
        Scaling scaling = thermocouple
                ? new Scaling.Thermocouple(ThermocoupleType.values()[random.nextInt(8)])
                : new Scaling.SlopeOffset(1 + random.nextDouble(), random.nextGaussian());
        return Sensor.of("some", input.kind(), scaling, "°C", middle - 1e7, middle + 1e7, random.nextInt(4));
    }

    private Alarm alarm(double limit) {
        Lasting lasting = switch (random.nextInt(4)) {
            case 0 -> Lasting.ANY;
            case 1 -> Lasting.samples(1 + random.nextInt(9));
            case 2 -> Lasting.allowance(Duration.ofMinutes(random.nextInt(600)));
            default -> Lasting.delay(Duration.ofMinutes(random.nextInt(600)));
        };
        return new Alarm(limit, lasting, random.nextBoolean());
    }
}
