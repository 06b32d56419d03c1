package org.pelerin.app.review;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.sensor.Correction;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.Unit;

/**
 * What a channel read before its calibration corrected it, as a formula of what it was corrected to: to be drawn beside it.
 *
 * @param unit in which it is shown
 * @param words what the correction was
 * @param formula in x, the corrected value; null where a table corrects it, which no formula undoes
 */
public record Uncorrected(String channel, String unit, String words, String formula) {

    /** Of those channels that are corrected. */
    static List<Uncorrected> of(Plan plan) {
        LoggerModel model = ModelCatalogue.get(plan.model());
        List<Uncorrected> out = new ArrayList<>();
        for (int i : plan.enabled()) {
            ChannelSettings c = plan.channels().get(i);
            if (!c.correction().none()) {
                String own = c.sensor() == null
                        ? model.channels().get(i).own().unit()
                        : c.sensor().unit();
                String shown = c.unit().isEmpty() ? own : c.unit();
                out.add(of(c, own, shown));
            }
        }
        return out;
    }

    private static Uncorrected of(ChannelSettings c, String own, String shown) {
        if (!(c.correction() instanceof Correction.Linear l)) {
            return new Uncorrected(c.label(), shown, "a table", null);
        }
        String words = (l.gain() == 1 ? "" : "× " + FieldReader.plain(l.gain()) + " ")
                + (l.offset() < 0 ? "− " : "+ ")
                + FieldReader.plain(Math.abs(l.offset())) + " " + own;
        Conversion way = Unit.of(own).shownIn(Unit.of(shown));
        return new Uncorrected(c.label(), shown, words, shown(way, undone(l, measured(way))));
    }

    /** The corrected value in the sensor's own unit. */
    private static String measured(Conversion way) {
        return way.same() ? "x" : "((x - (" + text(way.shift()) + ")) / " + text(way.factor()) + ")";
    }

    private static String undone(Correction.Linear l, String x) {
        String less = l.offset() == 0 ? x : "(" + x + " - (" + text(l.offset()) + "))";
        return l.gain() == 1 ? less : less + " / (" + text(l.gain()) + ")";
    }

    private static String shown(Conversion way, String x) {
        return way.same() ? x : x + " * " + text(way.factor()) + " + (" + text(way.shift()) + ")";
    }

    private static String text(double v) {
        return FieldReader.plain(v);
    }
}
