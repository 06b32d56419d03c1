package org.pelerin.app.findings;

import org.pelerin.app.platform.language.StoredTexts;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Formats;
import org.pelerin.core.judge.Basis;
import org.pelerin.core.judge.ContactState;
import org.pelerin.core.judge.Side;
import org.pelerin.core.plan.LimitText;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.Unit;

/** Findings in words, in the units that somebody wants. */
public record FindingWords(ShownUnits inUnits, Formats show) {

    /** “Air above 13 °C, up to 19.6 °C”, “Air without data”, “Its clock was 3 min fast”. */
    public String of(Finding f) {
        if (!f.departure()) {
            return StoredTexts.read(f.told());
        }
        return words(f.lead())
                + (f.extent().parts() > 1
                        ? Texts.of(
                                "findings.findingWords.andMore",
                                "parts",
                                (f.extent().parts() - 1))
                        : "");
    }

    public String of(Part p) {
        return words(p.lead());
    }

    private String words(Finding.Lead l) {
        String of = l.channel().isEmpty()
                ? Texts.of("findings.findingWords.theRecord")
                : Basis.subject(l.basis(), l.channel());
        Side side = l.side();
        if (side == Side.MISSING) {
            return Texts.of("findings.findingWords.withoutData", "of", of);
        }
        ContactState state = ContactState.of(l.basis(), l.unit(), l.limit(), side);
        if (state != null) {
            return Texts.of("findings.findingWords.contact", "of", of, "open", state == ContactState.OPEN);
        }
        Conversion to = Unit.of(l.unit()).shown(inUnits);
        return Texts.of(
                "findings.findingWords." + side.word(),
                "of",
                of,
                "limited",
                l.limit() != null,
                "limit",
                l.limit() == null ? "" : LimitText.plain(to.value(l.limit())) + unit(to),
                "peaked",
                l.peak() != null,
                "peak",
                l.peak() == null ? "" : number(to.value(l.peak())) + unit(to));
    }

    private String number(double v) {
        return show.number(v, 1);
    }

    private static String unit(Conversion to) {
        return to.symbol().isEmpty() ? "" : "\u00a0" + to.symbol();
    }
}
