package org.pelerin.core.sensor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ExpressionTest {

    private static double value(String text, double x) {
        return Expression.parse(text, List.of()).value(x, new double[0]);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "1 + 2 * 3 | 7",
                "(1 + 2) * 3 | 9",
                "-x^2 | -9",
                "2^3^2 | 512",
                "2^-1 | 0.5",
                "10 - 4 - 3 | 3",
                "24 / 4 / 2 | 3",
                "1.5e2 + 1E-1 | 150.1",
                "sqrt(16) + abs(−3) | 7",
                "max(x, 2) * min(x, 2) | 6",
                "if(x >= 3, 10, 20) | 10",
                "if(x < 3, 10, 20) | 20",
                "if(x = 3, 1, 0) | 1",
                "pow(2, 10) | 1024",
                "ln(e) + log10(1000) | 4",
                "round(2.6) | 3",
                "sin(pi / 2) + cos(0) | 2",
                "(x - 4) / 16 * 100 | -6.25"
            })
    void works_out(String text, double expected) {
        assertThat(value(text, 3)).isCloseTo(expected, within(1e-12));
    }

    @Test
    void uses_other_channels_by_name() {
        Expression e = Expression.parse("x - [Vault 1] + Air", List.of("Air", "Vault 1"));
        assertThat(e.value(10, new double[] {1, 4})).isEqualTo(7);
        assertThat(e.value(10, new double[] {1, Double.NaN})).isNaN();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "x + temp | 4 | “temp” is not known; known are x",
                "(x - 4 / 16 | 0 | The bracket that opens here is not closed",
                "x - [Vault | 4 | The bracket that opens here is not closed",
                "x + 4) | 5 | One bracket too many",
                "x + | 3 | The formula ends too early",
                "x ** 2 | 3 | “*” does not belong here",
                "2 x | 2 | “x” does not belong here",
                "root(x) | 0 | There is no function “root”",
                "max(x) | 0 | “max” takes 2 values, not 1",
                "1.2.3 | 0 | “1.2.3” is not a number",
                "x + $ | 4 | “$” does not belong here"
            })
    void says_what_is_wrong_and_where(String text, int position, String message) {
        assertThatExceptionOfType(ExpressionException.class)
                .isThrownBy(() -> Expression.parse(text, List.of()))
                .withMessage(message)
                .satisfies(e -> assertThat(e.position()).isEqualTo(position));
    }

    @Test
    void finds_where_it_has_no_value() {
        assertThat(Expression.parse("100 / (x - 12)", List.of()).undefinedIn(4, 20))
                .hasValue(12);
        assertThat(Expression.parse("sqrt(x - 4)", List.of()).undefinedIn(4, 20))
                .isEmpty();
        assertThat(Expression.parse("sqrt(x - 5)", List.of()).undefinedIn(4, 20))
                .hasValue(4);
        assertThat(value("1 / x", 0)).isNaN();
    }

    @Test
    void a_condition_that_is_missing_decides_nothing() {
        Expression e = Expression.parse("if(Door > 0.5, 0, x)", List.of("Door"));
        assertThat(e.value(7, new double[] {0})).isEqualTo(7);
        assertThat(e.value(7, new double[] {1})).isZero();
        assertThat(e.value(7, new double[] {Double.NaN})).isNaN();
        assertThat(Expression.parse("Door^0", List.of("Door")).value(7, new double[] {Double.NaN}))
                .isNaN();
        assertThat(Expression.parse("pow(Door, 0)", List.of("Door")).value(7, new double[] {Double.NaN}))
                .isNaN();
    }

    @Test
    void a_formula_is_neither_endless_nor_bottomless() {
        assertThat(value("(".repeat(40) + "x" + ")".repeat(40), 3)).isEqualTo(3);
        assertThatExceptionOfType(ExpressionException.class)
                .isThrownBy(() -> value("(".repeat(200) + "x" + ")".repeat(200), 3))
                .withMessageContaining("deep");
        assertThatExceptionOfType(ExpressionException.class)
                .isThrownBy(() -> value("-".repeat(400) + "x", 3))
                .withMessageContaining("deep");
        assertThatExceptionOfType(ExpressionException.class)
                .isThrownBy(() -> value("x" + "+x".repeat(20_000), 3))
                .withMessageContaining("500 characters");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "1,5 * x | 1.5 * x",
                "(x - 0,2) / 1,6 | (x - 0.2) / 1.6",
                "max(x; 1,5) | max(x, 1.5)",
                "if(x > 1,5; 2,5; ,5) | if(x > 1.5, 2.5, .5)",
                // without semicolons a comma inside a function stands between its values
                "max(x,1.5) | max(x,1.5)",
                "2,5 * pow(x,2) | 2.5 * pow(x,2)",
                "[Vault 1,5; left] + 0,5 | [Vault 1,5; left] + 0.5",
                "x, 5 | x, 5"
            })
    void decimal_commas_become_points_and_every_character_keeps_its_place(String typed, String read) {
        assertThat(Expression.withPoints(typed)).isEqualTo(read).hasSameSizeAs(typed);
    }

    @Test
    void who_writes_decimal_commas_between_values_is_told_how() {
        assertThatExceptionOfType(ExpressionException.class)
                .isThrownBy(() -> Expression.parse(Expression.withPoints("sqrt(1,5)"), List.of()))
                .withMessageContaining("with decimal commas, write ; between values");
    }
}
