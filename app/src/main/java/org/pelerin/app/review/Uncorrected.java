package org.pelerin.app.review;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.model.ModelCatalogue;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.Plan;
import org.pelerin.core.sensor.Correction;
import org.pelerin.core.sensor.Expression;
import org.pelerin.core.sensor.Scaling;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.SignificantDigits;
import org.pelerin.core.unit.Unit;

/**
 * What a channel read before its calibration corrected it, as a formula of what it was corrected to: to be drawn beside it.
 *
 * @param unit in which it is shown
 * @param words what the correction was
 * @param formula in x, the corrected value; null where none undoes it: a table whose true values do not rise with its readings, or
 *     one too long for a formula
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
        Conversion way = Unit.of(own).shownIn(Unit.of(shown));
        if (c.correction() instanceof Correction.Points table) {
            return new Uncorrected(
                    c.label(),
                    shown,
                    Texts.of(
                            "review.uncorrected.aTableOfPoints",
                            "points",
                            table.points().size()),
                    undone(table.points(), measured(way))
                            .map(f -> shown(way, f))
                            .filter(f -> f.length() <= Expression.LONGEST)
                            .orElse(null));
        }
        Correction.Linear l = (Correction.Linear) c.correction();
        String words = (l.gain() == 1 ? "" : "× " + FieldReader.plain(l.gain()) + " ")
                + (l.offset() < 0 ? "− " : "+ ")
                + FieldReader.plain(Math.abs(l.offset())) + " " + own;
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

    /** A piece a stretch between two points, straight; before the first and after the last the end's difference goes on. */
    private static Optional<String> undone(List<Scaling.Point> points, String x) {
        Scaling.Point last = points.get(points.size() - 1);
        String out = beyond(last, x);
        for (int i = points.size() - 1; i >= 0; i--) {
            Scaling.Point p = points.get(i);
            String piece;
            if (i == 0) {
                piece = beyond(p, x);
            } else {
                Scaling.Point before = points.get(i - 1);
                double rise = p.value() - before.value();
                if (rise <= 0) {
                    return Optional.empty();
                }
                piece = text(before.raw()) + " + (" + x + " - (" + text(before.value()) + ")) * "
                        + text(SignificantDigits.rounded((p.raw() - before.raw()) / rise));
            }
            out = "if(" + x + " < " + text(p.value()) + ", " + piece + ", " + out + ")";
        }
        return Optional.of(out);
    }

    private static String beyond(Scaling.Point end, String x) {
        return x + " - (" + text(SignificantDigits.rounded(end.value() - end.raw())) + ")";
    }

    private static String shown(Conversion way, String x) {
        return way.same() ? x : "(" + x + ") * " + text(way.factor()) + " + (" + text(way.shift()) + ")";
    }

    private static String text(double v) {
        return FieldReader.plain(v);
    }
}
