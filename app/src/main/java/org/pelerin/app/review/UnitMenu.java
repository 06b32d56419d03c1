package org.pelerin.app.review;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.pelerin.app.organisation.units.AskedUnits;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.Unit;

/**
 * The units that one quantity of a record can be shown in.
 *
 * @param shown symbol of the one it is shown in
 */
public record UnitMenu(String shown, List<Choice> choices) {

    /** @param asked what the address says for it */
    public record Choice(String symbol, String asked) {}

    /** One a quantity that the record has, where there is a choice. */
    static List<UnitMenu> of(JudgementDocument j, ShownUnits inUnits, AskedUnits asked) {
        Map<List<Unit>, UnitMenu> out = new LinkedHashMap<>();
        for (JudgementDocument.Channel c : j.series()) {
            Unit unit = Unit.of(c.unit());
            Unit shown = unit.shown(inUnits).to();
            List<Unit> choices = ShownUnits.choices(unit);
            if (choices.size() > 1 && out.keySet().stream().noneMatch(k -> k.contains(unit))) {
                out.put(
                        choices,
                        new UnitMenu(
                                shown.symbol(),
                                choices.stream()
                                        .map(u -> new Choice(
                                                u.symbol(), asked.with(u).text()))
                                        .toList()));
            }
        }
        return List.copyOf(out.values());
    }
}
