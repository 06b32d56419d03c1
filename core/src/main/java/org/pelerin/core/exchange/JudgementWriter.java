package org.pelerin.core.exchange;

import java.io.OutputStream;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.function.Consumer;
import tools.jackson.core.JsonGenerator;

/** Writes a judgement as {@code docs/formats/judgement.schema.json} has it. Names and order are those of the record's parts. */
final class JudgementWriter {

    private final JsonGenerator out;

    private JudgementWriter(JsonGenerator out) {
        this.out = out;
    }

    static String write(JudgementDocument j, boolean pretty) {
        return JsonText.of(pretty, out -> new JudgementWriter(out).document(j));
    }

    static void write(JudgementDocument j, OutputStream stream) {
        JsonText.to(stream, out -> new JudgementWriter(out).document(j));
    }

    private void document(JudgementDocument j) {
        out.writeStartObject();
        out.writeStringProperty("verdict", j.verdict());
        list("series", j.series(), this::channel);
        list("excursions", j.excursions(), this::excursion);
        list("gaps", j.gaps(), this::hole);
        out.writeNumberProperty("coverage", j.coverage());
        list("reasons", j.reasons(), out::writeString);
        list("shifts", j.shifts(), this::shift);
        duration("judged", j.judged());
        out.writeEndObject();
    }

    private <T> void list(String name, List<T> all, Consumer<T> each) {
        out.writeName(name);
        out.writeStartArray();
        all.forEach(each);
        out.writeEndArray();
    }

    private void channel(JudgementDocument.Channel c) {
        out.writeStartObject();
        text("channel", c.channel());
        text("unit", c.unit().isEmpty() ? null : c.unit());
        out.writeNumberProperty("count", c.count());
        instant("first", c.first());
        instant("last", c.last());
        number("min", c.min());
        instant("minAt", c.minAt());
        number("max", c.max());
        instant("maxAt", c.maxAt());
        number("mean", c.mean());
        number("sd", c.sd());
        number("mkt", c.mkt());
        number("p05", c.p05());
        number("p10", c.p10());
        number("p50", c.p50());
        number("p90", c.p90());
        number("p95", c.p95());
        duration("within", c.within());
        duration("above", c.above());
        duration("below", c.below());
        out.writeEndObject();
    }

    private void excursion(ExcursionDocument of) {
        ExcursionFields e = ExcursionFields.of(of);
        out.writeStartObject();
        text("rule", e.rule());
        text("channel", e.channel());
        text("unit", e.unit());
        text("direction", e.direction());
        number("limit", e.limit());
        instant("start", e.start());
        instant("end", e.end());
        duration("duration", e.duration());
        duration("unobserved", e.unobserved());
        out.writeNumberProperty("samples", e.samples());
        instant("alarmAt", e.alarmAt());
        number("peak", e.peak());
        instant("peakAt", e.peakAt());
        number("mean", e.mean());
        number("area", e.area());
        out.writeBooleanProperty("openAtStart", e.openAtStart());
        out.writeBooleanProperty("openAtEnd", e.openAtEnd());
        number("otherLimit", e.otherLimit());
        list("pieces", e.pieces(), this::hole);
        text("severity", e.severity());
        text("basis", e.basis());
        out.writeEndObject();
    }

    private void hole(JudgementDocument.Hole h) {
        out.writeStartObject();
        instant("start", h.start());
        instant("end", h.end());
        out.writeEndObject();
    }

    private void shift(JudgementDocument.Shift s) {
        out.writeStartObject();
        text("channel", s.channel());
        instant("start", s.start());
        instant("end", s.end());
        out.writeNumberProperty("coverage", s.coverage());
        out.writeNumberProperty("leq", s.leq());
        number("l10", s.l10());
        number("l50", s.l50());
        number("l90", s.l90());
        out.writeNumberProperty("max", s.max());
        out.writeNumberProperty("lex", s.lex());
        text("judged", s.judged());
        list("doses", s.doses(), this::dose);
        out.writeEndObject();
    }

    private void dose(JudgementDocument.Dose d) {
        out.writeStartObject();
        text("scheme", d.scheme());
        out.writeNumberProperty("dose", d.dose());
        number("twa", d.twa());
        out.writeEndObject();
    }

    private void text(String name, String value) {
        if (value == null) {
            out.writeNullProperty(name);
        } else {
            out.writeStringProperty(name, value);
        }
    }

    private void number(String name, Double value) {
        if (value == null) {
            out.writeNullProperty(name);
        } else {
            out.writeNumberProperty(name, value);
        }
    }

    private void instant(String name, Instant value) {
        text(name, value == null ? null : value.toString());
    }

    private void duration(String name, Duration value) {
        text(name, value == null ? null : value.toString());
    }
}
