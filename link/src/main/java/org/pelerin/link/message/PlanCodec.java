package org.pelerin.link.message;

import java.time.DateTimeException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.plan.Alarm;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.plan.StartCondition;
import org.pelerin.core.plan.StopCondition;

/** A plan as loggers store it. */
public final class PlanCodec {

    private static final int VERSION = 1;
    private static final int ENABLED = 1;
    private static final int HIGH = 2;
    private static final int LOW = 4;
    private static final int HIGH_LATCHED = 8;
    private static final int LOW_LATCHED = 16;

    private PlanCodec() {}

    public static byte[] encode(Plan plan) {
        Payload out = new Payload()
                .u8(VERSION)
                .text(plan.model())
                .text(plan.loggerName())
                .i64(plan.interval().toMillis());
        start(out, plan.start());
        stop(out, plan.stop());
        out.u8(plan.channels().size());
        for (ChannelSettings c : plan.channels()) {
            out.u8(flags(c)).text(c.label());
            alarm(out, c.high());
            alarm(out, c.low());
        }
        return out.bytes();
    }

    /** @throws MalformedMessageException if the bytes are not a plan */
    public static Plan decode(byte[] bytes) {
        PayloadReader in = new PayloadReader(bytes);
        Plan plan = read(in);
        in.end();
        return plan;
    }

    static Plan read(PayloadReader in) {
        try {
            int version = in.u8();
            if (version != VERSION) {
                throw new MalformedMessageException("plans of version " + version + " are not known");
            }
            String model = in.text();
            String name = in.text();
            Duration interval = Duration.ofMillis(in.i64());
            StartCondition start = start(in);
            StopCondition stop = stop(in);
            List<ChannelSettings> channels = new ArrayList<>();
            for (int n = in.u8(); n > 0; n--) {
                int flags = in.u8();
                String label = in.text();
                Alarm high = (flags & HIGH) != 0 ? alarm(in, (flags & HIGH_LATCHED) != 0) : null;
                Alarm low = (flags & LOW) != 0 ? alarm(in, (flags & LOW_LATCHED) != 0) : null;
                channels.add(new ChannelSettings((flags & ENABLED) != 0, label, high, low));
            }
            return new Plan(model, name, interval, start, stop, channels);
        } catch (IllegalArgumentException | DateTimeException | ArithmeticException e) {
            throw new MalformedMessageException("a setting is impossible: " + e.getMessage());
        }
    }

    private static int flags(ChannelSettings c) {
        int flags = c.enabled() ? ENABLED : 0;
        if (c.high() != null) {
            flags |= HIGH | (c.high().latched() ? HIGH_LATCHED : 0);
        }
        if (c.low() != null) {
            flags |= LOW | (c.low().latched() ? LOW_LATCHED : 0);
        }
        return flags;
    }

    private static void alarm(Payload out, Alarm alarm) {
        if (alarm != null) {
            out.f64(alarm.limit()).i64(alarm.delay().toMillis());
        }
    }

    private static Alarm alarm(PayloadReader in, boolean latched) {
        return new Alarm(in.f64(), Duration.ofMillis(in.i64()), latched);
    }

    private static void start(Payload out, StartCondition start) {
        if (start instanceof StartCondition.At at) {
            out.u8(2).i64(at.instant().toEpochMilli());
        } else if (start instanceof StartCondition.After after) {
            out.u8(3).i64(after.delay().toMillis());
        } else {
            out.u8(start instanceof StartCondition.OnButton ? 1 : 0).i64(0);
        }
    }

    private static StartCondition start(PayloadReader in) {
        int kind = in.u8();
        long argument = in.i64();
        return switch (kind) {
            case 0 -> new StartCondition.Now();
            case 1 -> new StartCondition.OnButton();
            case 2 -> new StartCondition.At(Instant.ofEpochMilli(argument));
            case 3 -> new StartCondition.After(Duration.ofMillis(argument));
            default -> throw new MalformedMessageException("start condition " + kind + " is not known");
        };
    }

    private static void stop(Payload out, StopCondition stop) {
        if (stop instanceof StopCondition.AfterSamples n) {
            out.u8(1).i64(n.count());
        } else {
            out.u8(stop instanceof StopCondition.Wrap ? 2 : 0).i64(0);
        }
    }

    private static StopCondition stop(PayloadReader in) {
        int kind = in.u8();
        long argument = in.i64();
        return switch (kind) {
            case 0 -> new StopCondition.MemoryFull();
            case 1 -> new StopCondition.AfterSamples(argument);
            case 2 -> new StopCondition.Wrap();
            default -> throw new MalformedMessageException("stop condition " + kind + " is not known");
        };
    }
}
