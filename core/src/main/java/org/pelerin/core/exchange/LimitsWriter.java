package org.pelerin.core.exchange;

import java.time.DayOfWeek;
import java.time.Duration;
import java.util.List;
import java.util.Locale;
import java.util.TreeSet;
import org.pelerin.core.judge.Basis;
import org.pelerin.core.judge.Bound;
import org.pelerin.core.judge.GapRule;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.judge.Severity;
import tools.jackson.core.JsonGenerator;

/** Writes limits as {@link LimitsDocument} reads them; what is as it would be anyway is left out. */
final class LimitsWriter {

    private static final double NO_THRESHOLD = Double.NEGATIVE_INFINITY;

    private final JsonGenerator out;

    private LimitsWriter(JsonGenerator out) {
        this.out = out;
    }

    static String write(Limits limits, boolean pretty) {
        return JsonText.of(pretty, out -> new LimitsWriter(out).document(limits));
    }

    private void document(Limits limits) {
        out.writeStartObject();
        if (!limits.name().isBlank()) {
            out.writeStringProperty("name", limits.name());
        }
        out.writeName("rules");
        out.writeStartArray();
        limits.rules().forEach(this::rule);
        limits.gapRules().forEach(this::gapRule);
        out.writeEndArray();
        out.writeEndObject();
    }

    private void rule(Rule r) {
        out.writeStartObject();
        out.writeStringProperty("id", r.id());
        out.writeStringProperty("channel", r.channel());
        if (r.unit() != null) {
            out.writeStringProperty("unit", r.unit().symbol());
        }
        basis(r.basis());
        bound(r.bound());
        if (r.lasting() instanceof Lasting.Delay d) {
            duration("delay", d.delay());
        } else if (r.lasting() instanceof Lasting.Samples s) {
            out.writeNumberProperty("samples", s.count());
        } else if (r.lasting() instanceof Lasting.Allowance a) {
            duration("allowance", a.sum());
        }
        if (r.clearance() != 0) {
            number("clearance", r.clearance());
        }
        if (!r.bridge().equals(Rule.DEFAULT_BRIDGE)) {
            duration("bridge", r.bridge());
        }
        severity(r.severity());
        if (r.latched()) {
            out.writeBooleanProperty("latched", true);
        }
        out.writeEndObject();
    }

    private void gapRule(GapRule r) {
        out.writeStartObject();
        out.writeStringProperty("id", r.id());
        if (r.channel() != null) {
            out.writeStringProperty("channel", r.channel());
        }
        out.writeName("gap");
        out.writeStartObject();
        if (r.longest() != null) {
            duration("longest", r.longest());
        }
        if (r.coverage() != null) {
            number("coverage", r.coverage());
        }
        out.writeEndObject();
        severity(r.severity());
        out.writeEndObject();
    }

    private void severity(Severity s) {
        if (s != Severity.MAJOR) {
            out.writeStringProperty("severity", s.name().toLowerCase(Locale.ROOT));
        }
    }

    private void bound(Bound b) {
        out.writeName("bound");
        out.writeStartObject();
        if (b instanceof Bound.Nominal n) {
            number("nominal", n.nominal());
            if (n.plus() != null) {
                number("plusPercent", n.plus());
            }
            if (n.minus() != null) {
                number("minusPercent", n.minus());
            }
        } else {
            if (!Double.isInfinite(b.low())) {
                number("below", b.low());
            }
            if (!Double.isInfinite(b.high())) {
                number("above", b.high());
            }
        }
        out.writeEndObject();
    }

    private void basis(Basis basis) {
        if (basis instanceof Basis.Value) {
            return;
        }
        out.writeName("basis");
        out.writeStartObject();
        if (basis instanceof Basis.MovingMean m) {
            out.writeNumberProperty("movingMean", m.samples());
        } else if (basis instanceof Basis.Rate r) {
            duration("rate", r.per());
        } else if (basis instanceof Basis.BlockMean b) {
            blocks("blockMean", b.blocks(), Basis.MEAN_COVERAGE);
        } else if (basis instanceof Basis.Total t) {
            blocks("total", t.blocks(), Basis.TOTAL_COVERAGE);
            duration("per", t.per());
        } else if (basis instanceof Basis.Dose d) {
            dose(d);
        }
        out.writeEndObject();
    }

    private void blocks(String kind, Basis.Blocks b, double usual) {
        duration(kind, b.window());
        if (b.anchor() == Basis.Anchor.CLOCK) {
            out.writeStringProperty("anchor", "clock");
        }
        if (b.zone() != null) {
            out.writeStringProperty("zone", b.zone().getId());
        }
        if (b.coverage() != usual) {
            number("coverage", b.coverage());
        }
    }

    private void dose(Basis.Dose d) {
        out.writeName("dose");
        out.writeStartObject();
        number("criterion", d.criterion());
        number("exchange", d.exchange());
        if (d.threshold() != NO_THRESHOLD) {
            number("threshold", d.threshold());
        }
        out.writeEndObject();
        out.writeStringProperty("from", d.from().toString());
        out.writeStringProperty("to", d.to().toString());
        if (d.days().size() < DayOfWeek.values().length) {
            out.writeName("days");
            out.writeStartArray();
            List.copyOf(new TreeSet<>(d.days()))
                    .forEach(day -> out.writeString(day.name().substring(0, 3)));
            out.writeEndArray();
        }
        if (d.zone() != null) {
            out.writeStringProperty("zone", d.zone().getId());
        }
        if (d.coverage() != Basis.MEAN_COVERAGE) {
            number("coverage", d.coverage());
        }
    }

    private void duration(String name, Duration d) {
        out.writeStringProperty(name, d.toString());
    }

    /** A whole number without its point. */
    private void number(String name, double v) {
        if (v == Math.rint(v) && Math.abs(v) < 1e15) {
            out.writeNumberProperty(name, (long) v);
        } else {
            out.writeNumberProperty(name, v);
        }
    }
}
