package org.pelerin.app.review;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.Unit;

/** Figures of one channel in the unit shown. */
public record Figures(
        String channel,
        String unit,
        long count,
        Double min,
        Double max,
        Double mean,
        Double sd,
        Double mkt,
        Double p05,
        Double p50,
        Double p95,
        Double within,
        boolean above,
        boolean below) {

    public static List<Figures> of(List<JudgementDocument.Channel> channels, ShownUnits inUnits) {
        List<Figures> out = new ArrayList<>();
        for (JudgementDocument.Channel c : channels) {
            Conversion u = Unit.of(c.unit()).shown(inUnits);
            out.add(new Figures(
                    c.channel(),
                    u.symbol(),
                    c.count(),
                    value(u, c.min()),
                    value(u, c.max()),
                    value(u, c.mean()),
                    c.sd() == null ? null : u.difference(c.sd()),
                    value(u, c.mkt()),
                    value(u, c.p05()),
                    value(u, c.p50()),
                    value(u, c.p95()),
                    c.withinPercent(),
                    c.above() != null && !c.above().isZero(),
                    c.below() != null && !c.below().isZero()));
        }
        return out;
    }

    /** Whether its mean is one of energy. */
    public boolean level() {
        return Unit.of(unit).level();
    }

    private static Double value(Conversion unit, Double v) {
        return v == null ? null : unit.value(v);
    }
}
