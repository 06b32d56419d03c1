package org.pelerin.app.findings;

import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.plan.LimitText;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.Unit;

/** Findings in words, in the units that somebody wants. */
public record FindingWords(ShownUnits inUnits, Formats show) {

    /** “Air above 13 °C, up to 19.6 °C”, “Air without data”, “Its clock was 3 min fast”. */
    public String of(Finding f) {
        if (!f.departure()) {
            return f.told();
        }
        Finding.Lead l = f.lead();
        boolean above = f.mark().equals("▲");
        return words(l.channel(), l.direction(), above, l.limit(), l.peak(), l.unit())
                + (f.parts() > 1 ? ", and " + (f.parts() - 1) + " more" : "");
    }

    public String of(Part p) {
        return words(p.channel(), p.direction(), p.above(), p.limit(), p.peak(), p.unit());
    }

    private String words(String channel, String direction, boolean above, Double limit, Double peak, String unit) {
        String of = channel.isEmpty() ? "The record" : channel;
        if (direction.equals("gap")) {
            return of + " without data";
        }
        Conversion to = Unit.of(unit).shown(inUnits);
        String side = above ? "above" : "below";
        return of + " " + side
                + (limit == null ? "" : " " + LimitText.plain(to.value(limit)) + unit(to))
                + (peak == null ? "" : (above ? ", up to " : ", down to ") + number(to.value(peak)) + unit(to));
    }

    private String number(double v) {
        return show.number(v, 1);
    }

    private static String unit(Conversion to) {
        return to.symbol().isEmpty() ? "" : "\u00a0" + to.symbol();
    }
}
