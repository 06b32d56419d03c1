package org.pelerin.core.derive;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalLong;
import org.pelerin.core.record.SampleReader;
import org.pelerin.core.record.SampleSource;
import org.pelerin.core.record.Spans;
import org.pelerin.core.series.Channel;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.Unit;

/**
 * Water level at each pressure sample: the air pressure interpolated linearly between the barometer's samples, across what it missed no
 * further than it covers.
 */
final class LevelSource implements SampleSource {

    private static final Unit KPA = Unit.of("kPa");

    private final Channel channel;
    private final Derivation.Level how;
    private final SampleSource pressure;
    private final SampleSource barometer;
    private final SampleSource temperature;
    private final Conversion toKpa;
    private final Conversion airToKpa;
    private long empty;
    private long held;

    /** @param temperature null where the density is given */
    LevelSource(
            Channel channel,
            Derivation.Level how,
            SampleSource pressure,
            SampleSource barometer,
            SampleSource temperature) {
        this.channel = channel;
        this.how = how;
        this.pressure = pressure;
        this.barometer = barometer;
        this.temperature = temperature;
        this.toKpa = pressure.channel().unit().shownIn(KPA);
        this.airToKpa = barometer.channel().unit().shownIn(KPA);
    }

    @Override
    public Channel channel() {
        return channel;
    }

    @Override
    public boolean events() {
        return pressure.events();
    }

    @Override
    public OptionalLong anchor() {
        return pressure.anchor();
    }

    @Override
    public Spans judged() {
        return pressure.judged();
    }

    @Override
    public void read(SampleReader reader) {
        ValuedIntervals air = ValuedIntervals.of(barometer);
        ValuedIntervals water = temperature == null ? null : ValuedIntervals.of(temperature);
        Conversion celsius =
                temperature == null ? null : temperature.channel().unit().shownIn(Unit.CELSIUS);
        empty = 0;
        held = 0;
        double shift = how.reference() == null ? 0 : shift(air, water, celsius);
        double sign = how.reference() != null && how.reference().depth() ? -1 : 1;
        pressure.read(new SampleReader() {
            @Override
            public void begin(long at) {
                reader.begin(at);
            }

            @Override
            public void sample(long from, long to, double value, double terms) {
                double level = shift + sign * height(value, air, water, celsius, from);
                if (Double.isFinite(level)) {
                    double size = toKpa.unrounded(value) * 1000 / (WaterDensity.FRESH * how.gravity());
                    reader.sample(from, to, level, Math.max(Math.abs(shift), size));
                } else {
                    reader.missing(from, to, to - from);
                }
            }

            @Override
            public void missing(long from, long to, long own) {
                reader.missing(from, to, own);
            }

            @Override
            public void end(long at) {
                reader.end(at);
            }

            @Override
            public void done() {
                reader.done();
            }
        });
    }

    /** What is added to the height, or to its negative, so that it passes through the reference; NaN where it is not covered. */
    private double shift(ValuedIntervals air, ValuedIntervals water, Conversion celsius) {
        ValuedIntervals all = ValuedIntervals.of(pressure);
        long at = how.reference().at().toEpochMilli();
        int i = all.at(at);
        if (i < 0 || all.to(i) <= at) {
            return Double.NaN;
        }
        double height = height(all.value(i), air, water, celsius, all.from(i));
        empty = 0;
        held = 0;
        return how.reference().value() + (how.reference().depth() ? height : -height);
    }

    private double height(double value, ValuedIntervals air, ValuedIntervals water, Conversion celsius, long at) {
        double density = how.density() != null ? how.density() : density(water, celsius, at);
        return WaterLevel.of(toKpa.unrounded(value), airToKpa.unrounded(air(air, at)), density, how.gravity());
    }

    @Override
    public List<String> notes() {
        List<String> out = new ArrayList<>();
        String name = "“" + channel.label() + "”: ";
        if (empty > 0) {
            out.add(name + empty + " samples are left empty, where “"
                    + barometer.channel().label() + "” does not cover them");
        }
        if (held > 0) {
            out.add(name + held + " samples are reckoned with the nearest value of “"
                    + barometer.channel().label() + "”, which does not cover them");
        }
        return out;
    }

    private static double density(ValuedIntervals water, Conversion celsius, long at) {
        int i = water.at(at);
        return i < 0 || water.to(i) <= at ? Double.NaN : WaterDensity.at(celsius.unrounded(water.value(i)));
    }

    private double air(ValuedIntervals air, long at) {
        int i = air.at(at);
        if (i < 0) {
            return uncovered(air.count() > 0 ? air.value(0) : Double.NaN);
        }
        if (i + 1 == air.count() || air.from(i + 1) > air.to(i)) {
            // at its end, or before something missing: what a sample stands for is covered
            return at < air.to(i) ? air.value(i) : uncovered(nearest(air, i, at));
        }
        double share = (at - air.from(i)) / (double) (air.from(i + 1) - air.from(i));
        return air.value(i) + share * (air.value(i + 1) - air.value(i));
    }

    private static double nearest(ValuedIntervals air, int before, long at) {
        boolean later = before + 1 < air.count() && air.from(before + 1) - at < at - air.to(before);
        return air.value(later ? before + 1 : before);
    }

    private double uncovered(double nearest) {
        if (how.uncovered() == Derivation.Uncovered.EMPTY) {
            empty++;
            return Double.NaN;
        }
        held++;
        return nearest;
    }
}
