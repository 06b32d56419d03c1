package org.pelerin.app.review;

import java.util.List;
import java.util.Set;
import org.pelerin.app.missions.CountedChannels;
import org.pelerin.app.missions.Mission;
import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.stats.ContactFigures;
import org.pelerin.core.stats.CountFigures;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.Unit;

/** Figures of contacts, and of meters in the units shown. */
public record Counted(List<ContactFigures> contacts, List<CountFigures> meters) {

    public boolean isEmpty() {
        return contacts.isEmpty() && meters.isEmpty();
    }

    /** Those of the other channels. */
    public static List<JudgementDocument.Channel> without(Mission mission, List<JudgementDocument.Channel> all) {
        Set<String> counted = CountedChannels.of(mission).keySet();
        return all.stream().filter(c -> !counted.contains(c.channel())).toList();
    }

    public Counted in(ShownUnits units) {
        return new Counted(
                contacts,
                meters.stream()
                        .map(m -> {
                            Conversion u = Unit.of(m.unit()).shown(units);
                            return new CountFigures(
                                    m.channel(),
                                    u.symbol(),
                                    u.value(m.total()),
                                    Double.isNaN(m.greatest()) ? m.greatest() : u.value(m.greatest()),
                                    m.greatestAt());
                        })
                        .toList());
    }
}
