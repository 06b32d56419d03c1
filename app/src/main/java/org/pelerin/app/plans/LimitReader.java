package org.pelerin.app.plans;

import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.core.plan.LimitText;
import org.pelerin.core.unit.SignificantDigits;

/**
 * Reads limits as they are typed: a number in the unit shown; where the channel has a nominal value, also so many per cent away from
 * it ({@code −10 %}, {@code +10 %}) or of it ({@code 90 % of nominal}, {@code 90 %}). What a per cent came to is said.
 *
 * @param nominal null where there is none
 * @param unit in which limits are shown
 */
record LimitReader(Double nominal, String unit, FieldReader typed) {

    private static final Pattern PERCENT = Pattern.compile(
            "([+\\-−]?)\\s*([0-9][0-9\\s.,\u00a0\u202f]*)%\\s*((?:of\\s+)?nominal)?", Pattern.CASE_INSENSITIVE);
    /** A bare per cent in here can only be of nominal; anything else could also be a distance from it. */
    private static final double LEAST_OF = 50;

    private static final double MOST_OF = 200;

    Double read(String field, String text) {
        String t = text.strip();
        Matcher percent = PERCENT.matcher(t);
        if (!percent.matches()) {
            return typed.number(field, text);
        }
        Double number = typed.number(field, percent.group(2));
        if (number == null) {
            return null;
        }
        if (nominal == null) {
            return withoutNominal(field, t, number, percent);
        }
        String sign = percent.group(1);
        boolean of = percent.group(3) != null;
        if (!sign.isEmpty() && of && !sign.equals("+")) {
            typed.wrong(field, Texts.of("plans.limitReader.write10ForThatMuch"));
            return null;
        }
        if (sign.isEmpty() && !of && (number < LEAST_OF || number > MOST_OF)) {
            typed.wrong(
                    field,
                    Texts.of("plans.limitReader.hasTwoMeaningsWriteOr", "t", t, "plain", LimitText.plain(number)));
            return null;
        }
        double share = of || sign.isEmpty() ? number / 100 : 1 + (sign.equals("+") ? number : -number) / 100;
        double limit = SignificantDigits.rounded(nominal * share);
        typed.understood(
                field,
                Texts.of(
                        "plans.limitReader.quantityPlainOfQuantity2",
                        "quantity",
                        LimitText.quantity(limit, unit),
                        "plain",
                        LimitText.plain(SignificantDigits.rounded(share * 100)),
                        "quantity2",
                        LimitText.quantity(nominal, unit)));
        return limit;
    }

    /** A channel that is in per cent itself may have the sign behind its number; others have nothing to take a per cent of. */
    private Double withoutNominal(String field, String t, double number, Matcher percent) {
        if (unit.startsWith("%") && percent.group(3) == null) {
            return percent.group(1).matches("[-−]") ? -number : number;
        }
        typed.wrong(field, Texts.of("plans.limitReader.thereIsNoNominalValue", "t", t, "unit", unit));
        return null;
    }
}
