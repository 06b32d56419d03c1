package org.pelerin.link.message;

import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.AlarmLevel;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.FaultDirection;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;
import org.pelerin.core.sensor.Correction;
import org.pelerin.core.sensor.Sensor;

/** A plan as loggers store it. Written in version 2; plans of version 1 are still read, as captures hold them. */
public final class PlanCodec {

    private static final int VERSION = 2;

    private static final int ENABLED = 1;
    private static final int SENSOR = 2;
    private static final int DECIMALS = 4;
    private static final int DISPLAY = 8;

    private static final int HIGH = 1;
    private static final int HIGH_LATCHED = 2;
    private static final int LOW = 4;
    private static final int LOW_LATCHED = 8;

    private PlanCodec() {}

    public static byte[] encode(Plan plan) {
        Payload out = new Payload()
                .u8(VERSION)
                .text(plan.model())
                .text(plan.loggerName())
                .i64(plan.interval().toMillis())
                .i64(plan.scan() == null ? 0 : plan.scan().toMillis());
        start(out, plan.start());
        stop(out, plan.stop());
        out.u8(plan.options().size());
        plan.options().forEach((key, value) -> out.text(key).text(value));
        out.u8(plan.channels().size());
        plan.channels().forEach(c -> channel(out, c));
        return out.bytes();
    }

    /** @throws MalformedMessageException if the bytes are not a plan */
    public static Plan decode(byte[] bytes) {
        PayloadReader in = new PayloadReader(bytes);
        try {
            int version = in.u8();
            Plan plan = switch (version) {
                case 1 -> PlanCodecV1.read(in);
                case VERSION -> read(in);
                default -> throw new MalformedMessageException("plans of version " + version + " are not known");
            };
            in.end();
            return plan;
        } catch (IllegalArgumentException | DateTimeException | ArithmeticException e) {
            throw new MalformedMessageException("a setting is impossible: " + e.getMessage());
        }
    }

    private static Plan read(PayloadReader in) {
        String model = in.text();
        String name = in.text();
        Duration interval = Duration.ofMillis(in.i64());
        long scan = in.i64();
        StartCondition start = start(in);
        StopCondition stop = stop(in);
        Map<String, String> options = new TreeMap<>();
        for (int n = in.u8(); n > 0; n--) {
            options.put(in.text(), in.text());
        }
        List<ChannelSettings> channels = new ArrayList<>();
        for (int n = in.u8(); n > 0; n--) {
            channels.add(channel(in));
        }
        return new Plan(
                model, name, interval, scan == 0 ? null : Duration.ofMillis(scan), start, stop, channels, options);
    }

    private static void channel(Payload out, ChannelSettings c) {
        out.u8((c.enabled() ? ENABLED : 0)
                        | (c.sensor() != null ? SENSOR : 0)
                        | (c.decimals() != null ? DECIMALS : 0)
                        | (c.display() != null ? DISPLAY : 0))
                .text(c.label())
                .text(c.unit())
                .f64(c.cutOff())
                .u8(c.fault().ordinal());
        if (c.sensor() != null) {
            SensorCodec.write(out, c.sensor());
        }
        SensorCodec.write(out, c.correction());
        if (c.decimals() != null) {
            out.u8(c.decimals());
        }
        if (c.display() != null) {
            out.f64(c.display().low()).f64(c.display().high());
        }
        out.u8(c.levels().size());
        c.levels().forEach(level -> level(out, level));
    }

    private static ChannelSettings channel(PayloadReader in) {
        int flags = in.u8();
        String label = in.text();
        String unit = in.text();
        double cutOff = in.f64();
        FaultDirection fault = in.one(FaultDirection.values(), "fault direction");
        Sensor sensor = (flags & SENSOR) != 0 ? SensorCodec.sensor(in) : null;
        Correction correction = SensorCodec.correction(in);
        Integer decimals = (flags & DECIMALS) != 0 ? in.u8() : null;
        ChannelSettings.Display display =
                (flags & DISPLAY) != 0 ? new ChannelSettings.Display(in.f64(), in.f64()) : null;
        List<AlarmLevel> levels = new ArrayList<>();
        for (int n = in.u8(); n > 0; n--) {
            levels.add(level(in));
        }
        return new ChannelSettings(
                (flags & ENABLED) != 0, label, sensor, unit, correction, cutOff, fault, decimals, display, levels);
    }

    private static void level(Payload out, AlarmLevel level) {
        int flags = 0;
        if (level.high() != null) {
            flags |= HIGH | (level.high().latched() ? HIGH_LATCHED : 0);
        }
        if (level.low() != null) {
            flags |= LOW | (level.low().latched() ? LOW_LATCHED : 0);
        }
        out.u8(flags);
        alarm(out, level.high());
        alarm(out, level.low());
    }

    private static AlarmLevel level(PayloadReader in) {
        int flags = in.u8();
        Alarm high = (flags & HIGH) != 0 ? alarm(in, (flags & HIGH_LATCHED) != 0) : null;
        Alarm low = (flags & LOW) != 0 ? alarm(in, (flags & LOW_LATCHED) != 0) : null;
        return new AlarmLevel(high, low);
    }

    private static void alarm(Payload out, Alarm alarm) {
        if (alarm == null) {
            return;
        }
        out.f64(alarm.limit());
        Lasting lasting = alarm.lasting();
        if (lasting instanceof Lasting.Delay d) {
            out.u8(1).i64(d.delay().toMillis());
        } else if (lasting instanceof Lasting.Samples s) {
            out.u8(2).i64(s.count());
        } else if (lasting instanceof Lasting.Allowance a) {
            out.u8(3).i64(a.sum().toMillis());
        } else {
            out.u8(0).i64(0);
        }
    }

    private static Alarm alarm(PayloadReader in, boolean latched) {
        double limit = in.f64();
        int kind = in.u8();
        long argument = in.i64();
        Lasting lasting = switch (kind) {
            case 0 -> Lasting.ANY;
            case 1 -> Lasting.delay(Duration.ofMillis(argument));
            case 2 -> Lasting.samples(Math.toIntExact(argument));
            case 3 -> Lasting.allowance(Duration.ofMillis(argument));
            default -> throw new MalformedMessageException("alarm kind " + kind + " is not known");
        };
        return new Alarm(limit, lasting, latched);
    }

    private static void start(Payload out, StartCondition start) {
        if (start instanceof StartCondition.OnThreshold t) {
            out.u8(5).u8(t.channel()).u8(t.crossing().ordinal()).f64(t.low()).f64(t.high());
        } else if (start instanceof StartCondition.At at) {
            out.u8(2).i64(at.instant().toEpochMilli());
        } else if (start instanceof StartCondition.After after) {
            out.u8(3).i64(after.delay().toMillis());
        } else if (start instanceof StartCondition.OnInterval interval) {
            out.u8(4).i64(interval.step().toMillis());
        } else {
            out.u8(start instanceof StartCondition.OnButton ? 1 : 0).i64(0);
        }
    }

    static StartCondition start(PayloadReader in) {
        int kind = in.u8();
        if (kind == 5) {
            return new StartCondition.OnThreshold(
                    in.u8(), in.one(StartCondition.Crossing.values(), "crossing"), in.f64(), in.f64());
        }
        long argument = in.i64();
        return switch (kind) {
            case 0 -> new StartCondition.Now();
            case 1 -> new StartCondition.OnButton();
            case 2 -> new StartCondition.At(Instant.ofEpochMilli(argument));
            case 3 -> new StartCondition.After(Duration.ofMillis(argument));
            case 4 -> new StartCondition.OnInterval(Duration.ofMillis(argument));
            default -> throw new MalformedMessageException("start condition " + kind + " is not known");
        };
    }

    private static void stop(Payload out, StopCondition stop) {
        if (stop instanceof StopCondition.AfterSamples n) {
            out.u8(1).i64(n.count());
        } else if (stop instanceof StopCondition.AfterTime t) {
            out.u8(3).i64(t.time().toMillis());
        } else if (stop instanceof StopCondition.At at) {
            out.u8(4).i64(at.instant().toEpochMilli());
        } else {
            out.u8(stop instanceof StopCondition.Wrap ? 2 : 0).i64(0);
        }
    }

    static StopCondition stop(PayloadReader in) {
        int kind = in.u8();
        long argument = in.i64();
        return switch (kind) {
            case 0 -> new StopCondition.MemoryFull();
            case 1 -> new StopCondition.AfterSamples(argument);
            case 2 -> new StopCondition.Wrap();
            case 3 -> new StopCondition.AfterTime(Duration.ofMillis(argument));
            case 4 -> new StopCondition.At(Instant.ofEpochMilli(argument));
            default -> throw new MalformedMessageException("stop condition " + kind + " is not known");
        };
    }
}
