package org.pelerin.core.derive;

import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import org.pelerin.core.language.CoreTexts;
import org.pelerin.core.record.JudgedRecord;
import org.pelerin.core.record.SampleReader;
import org.pelerin.core.record.SampleSource;
import org.pelerin.core.record.Spans;
import org.pelerin.core.sensor.Expression;
import org.pelerin.core.series.Channel;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.Unit;

/** Adds derived series to a record, whatever order they are given in. */
public final class Derivations {

    /** A derived series that cannot be had; the message names it. */
    public static final class ImpossibleException extends RuntimeException {
        ImpossibleException(String message) {
            super(message);
        }
    }

    private final Map<String, Derived> wanted = new LinkedHashMap<>();
    private final Map<String, SampleSource> made = new HashMap<>();
    private final List<String> making = new ArrayList<>();
    private final Function<String, Optional<SampleSource>> beside;
    private final Bounds bounds;
    private JudgedRecord record;

    /** What derived series are judged by. */
    @FunctionalInterface
    public interface Bounds {

        Bounds NONE = derived -> WindowReader.Early.NEVER;

        /** Tells of a total that only grows whether it is beyond a bound on it already. */
        WindowReader.Early on(Channel derived);
    }

    private Derivations(JudgedRecord record, Function<String, Optional<SampleSource>> beside, Bounds bounds) {
        this.record = record;
        this.beside = beside;
        this.bounds = bounds;
    }

    /** @throws ImpossibleException if one is derived from itself, an input is not there or does not fit, or a name comes twice */
    public static JudgedRecord add(JudgedRecord record, List<Derived> derived) {
        return add(record, derived, name -> Optional.empty(), Bounds.NONE);
    }

    /**
     * @param beside what else can be derived from by some name, and is no channel of the record: one of another mission
     * @param bounds that the series are judged by: a total of too little data is told all the same where it is beyond them
     */
    public static JudgedRecord add(
            JudgedRecord record,
            List<Derived> derived,
            Function<String, Optional<SampleSource>> beside,
            Bounds bounds) {
        Derivations all = new Derivations(record, beside, bounds);
        for (Derived d : derived) {
            if (record.source(d.name()).isPresent() || all.wanted.put(d.name(), d) != null) {
                throw new ImpossibleException(
                        CoreTexts.say("core.derive.derivations.twoSeriesAreNamed", "name", d.name()));
            }
        }
        derived.forEach(d -> all.source(d.name(), d.name()));
        return all.record;
    }

    private SampleSource source(String name, String of) {
        SampleSource there = made.getOrDefault(name, record.source(name).orElse(null));
        if (there != null) {
            return there;
        }
        Derived derived = wanted.get(name);
        if (derived == null) {
            Optional<SampleSource> other = beside.apply(name);
            if (other.isPresent()) {
                made.put(name, other.get());
                return other.get();
            }
            throw new ImpossibleException(
                    CoreTexts.say("core.derive.derivations.isDerivedFromWhichDoes", "of", of, "name", name));
        }
        if (making.contains(name)) {
            List<String> circle = new ArrayList<>(making.subList(making.indexOf(name), making.size()));
            circle.add(name);
            throw new ImpossibleException(CoreTexts.say(
                    "core.derive.derivations.isDerivedFromItself", "name", name, "x", String.join(" ← ", circle)));
        }
        making.add(name);
        List<SampleSource> inputs =
                derived.how().inputs().stream().map(i -> source(i, name)).toList();
        making.remove(making.size() - 1);
        SampleSource source;
        try {
            source = make(derived, inputs);
        } catch (IllegalArgumentException e) {
            throw new ImpossibleException(
                    CoreTexts.say("core.derive.derivations.cannotBeDerived", "name", name, "reason", e.getMessage()));
        }
        made.put(name, source);
        record = record.with(source);
        return source;
    }

    private SampleSource make(Derived d, List<SampleSource> inputs) {
        Unit of = inputs.get(0).channel().unit();
        SampleSource first = inputs.get(0);
        Derivation how = d.how();
        if (how instanceof Derivation.OfTrailing m) {
            return chained(d, of, first, next -> new MovingMean(m.samples(), of.level(), next));
        }
        if (how instanceof Derivation.Change c) {
            return chained(d, of.per(c.per()), first, next -> new Rate(c.per().toMillis(), next));
        }
        if (how instanceof Derivation.OfWindow w) {
            return chained(
                    d,
                    of,
                    first,
                    next -> windows(
                            first,
                            w.window(),
                            w.zone(),
                            figure(w.of(), of),
                            w.coverage(),
                            false,
                            WindowReader.Early.NEVER,
                            next));
        }
        if (how instanceof Derivation.Total t) {
            Figure total = Figure.total(t.per().toMillis());
            return chained(
                    d,
                    of.times(t.per()),
                    first,
                    next -> t.window() == null
                            ? new RunningTotal(total, null, next)
                            : windows(
                                    first,
                                    t.window(),
                                    t.zone(),
                                    total,
                                    t.coverage(),
                                    true,
                                    bounds.on(named(d, of.times(t.per()))),
                                    next));
        }
        if (how instanceof Derivation.ShiftDose s) {
            return chained(
                    d,
                    Unit.of("%"),
                    first,
                    next -> new RunningTotal(
                            Figure.dose(s.criterion(), s.exchange(), s.threshold()),
                            Windows.shifts(s.from(), s.to(), s.days(), s.zone()),
                            next));
        }
        if (how instanceof Derivation.RollingMkt k) {
            Conversion celsius = celsius(of);
            return chained(
                    d,
                    of,
                    first,
                    next -> new Converted(
                            celsius,
                            new RollingMkt(k.window().toMillis(), k.enthalpy(), new Converted(celsius.back(), next))));
        }
        if (how instanceof Derivation.Level level) {
            boolean follows = level.temperature() != null;
            return new LevelSource(
                    named(d, Unit.of("m")), level, first, inputs.get(follows ? 2 : 1), follows ? inputs.get(1) : null);
        }
        return combined(d, of, inputs);
    }

    private static SampleSource combined(Derived d, Unit of, List<SampleSource> inputs) {
        Derivation how = d.how();
        if (how instanceof Derivation.Difference) {
            Conversion same = inputs.get(1).channel().unit().shownIn(of);
            return new CombinedSource(named(d, of.difference()), inputs, v -> v[0] - same.unrounded(v[1]));
        }
        if (how instanceof Derivation.DewPoint) {
            Conversion celsius = celsius(of);
            return new CombinedSource(
                    named(d, of), inputs, v -> celsius.back().unrounded(DewPoint.of(celsius.unrounded(v[0]), v[1])));
        }
        if (how instanceof Derivation.Unbalance) {
            return new CombinedSource(named(d, Unit.of("%")), inputs, Unbalance::of);
        }
        Derivation.Formula formula = (Derivation.Formula) how;
        Expression expression = Expression.parse(formula.text(), formula.inputs());
        return new CombinedSource(named(d, Unit.NONE), inputs, v -> expression.value(v[0], v));
    }

    /** @throws IllegalArgumentException for what is no temperature, or only a difference of two */
    private static Conversion celsius(Unit of) {
        if (!of.temperature()) {
            throw new IllegalArgumentException(CoreTexts.say("core.derive.derivations.isNotAUnitOf", "of", of));
        }
        return of.shownIn(Unit.CELSIUS);
    }

    private static Channel named(Derived d, Unit otherwise) {
        return new Channel(d.name(), d.unit() == null ? otherwise : d.unit());
    }

    private static Figure figure(Derivation.Of of, Unit unit) {
        return switch (of) {
            case MEAN -> Figure.mean(unit.level());
            case LEAST -> Figure.least();
            case GREATEST -> Figure.greatest();
        };
    }

    private SampleReader windows(
            SampleSource of,
            java.time.Duration length,
            ZoneId zone,
            Figure figure,
            double coverage,
            boolean wholeOnly,
            WindowReader.Early early,
            SampleReader next) {
        long first = of.anchor().orElse(0);
        Spans judged = of.judged();
        return new WindowReader(
                zone == null ? Windows.anchored(first, length) : Windows.onTheClock(length, zone, first),
                figure,
                coverage,
                wholeOnly,
                early,
                record.excluded(),
                judged.isEmpty() ? 0 : judged.from(0),
                judged.isEmpty() ? 0 : judged.to(judged.count() - 1),
                next);
    }

    private static SampleSource chained(
            Derived d, Unit otherwise, SampleSource input, UnaryOperator<SampleReader> how) {
        Channel channel = named(d, otherwise);
        return new SampleSource() {
            @Override
            public Channel channel() {
                return channel;
            }

            @Override
            public boolean events() {
                return input.events();
            }

            @Override
            public OptionalLong anchor() {
                return input.anchor();
            }

            @Override
            public Spans judged() {
                return input.judged();
            }

            @Override
            public void read(SampleReader reader) {
                input.read(how.apply(reader));
            }
        };
    }

    /** Tells values in another unit. */
    private record Converted(Conversion conversion, SampleReader next) implements SampleReader {
        @Override
        public void begin(long at) {
            next.begin(at);
        }

        @Override
        public void sample(long from, long to, double value, double terms) {
            next.sample(
                    from, to, conversion.unrounded(value), terms < 0 ? terms : Math.abs(conversion.difference(terms)));
        }

        @Override
        public void missing(long from, long to, long own) {
            next.missing(from, to, own);
        }

        @Override
        public void end(long at) {
            next.end(at);
        }

        @Override
        public void done() {
            next.done();
        }
    }
}
