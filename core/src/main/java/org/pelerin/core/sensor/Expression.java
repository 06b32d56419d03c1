package org.pelerin.core.sensor;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Locale;
import java.util.OptionalDouble;
import java.util.TreeSet;
import org.pelerin.core.language.CoreTexts;

/**
 * A formula in {@code x} and in other channels by name, evaluated in double precision.
 *
 * <p>Grammar, weakest first: {@code + −}, {@code * /}, sign, {@code ^} (from the right). Numbers with a decimal point and an
 * exponent; {@code pi}, {@code e}; the functions abs, sqrt, exp, ln, log10, sin, cos, tan (radians), min, max, pow, round, if(condition, then,
 * else); comparisons {@code < <= > >= =} give 1 or 0. A channel whose name is not one word is written in brackets: {@code [Vault 1]}.
 * What has no value, as a division by zero, is NaN.
 */
public final class Expression {

    private interface Node {
        double value(double x, double[] channels);
    }

    private enum Function {
        ABS(1),
        SQRT(1),
        EXP(1),
        LN(1),
        LOG10(1),
        SIN(1),
        COS(1),
        TAN(1),
        ROUND(1),
        MIN(2),
        MAX(2),
        POW(2),
        IF(3);

        private final int arguments;

        Function(int arguments) {
            this.arguments = arguments;
        }

        Node of(List<Node> a) {
            Node first = a.get(0);
            Node second = a.size() > 1 ? a.get(1) : null;
            return switch (this) {
                case ABS -> (x, c) -> Math.abs(first.value(x, c));
                case SQRT -> (x, c) -> Math.sqrt(first.value(x, c));
                case EXP -> (x, c) -> Math.exp(first.value(x, c));
                case LN -> (x, c) -> Math.log(first.value(x, c));
                case LOG10 -> (x, c) -> Math.log10(first.value(x, c));
                case SIN -> (x, c) -> Math.sin(first.value(x, c));
                case COS -> (x, c) -> Math.cos(first.value(x, c));
                case TAN -> (x, c) -> Math.tan(first.value(x, c));
                case ROUND -> (x, c) -> Math.rint(first.value(x, c));
                case MIN -> (x, c) -> Math.min(first.value(x, c), second.value(x, c));
                case MAX -> (x, c) -> Math.max(first.value(x, c), second.value(x, c));
                case POW -> (x, c) -> raised(first.value(x, c), second.value(x, c));
                case IF ->
                    (x, c) -> {
                        double condition = first.value(x, c);
                        return Double.isNaN(condition)
                                ? Double.NaN
                                : condition != 0 ? second.value(x, c) : a.get(2).value(x, c);
                    };
            };
        }
    }

    private static final int STEPS = 1000;
    /** Characters that a formula may have, and how deep its parts may lie in one another. */
    public static final int LONGEST = 500;

    private static final int DEEPEST = 50;

    private final Node root;

    private Expression(Node root) {
        this.root = root;
    }

    /**
     * @param channels names that may be used beside {@code x}
     * @throws ExpressionException with the place of the first thing that is wrong
     */
    public static Expression parse(String text, List<String> channels) {
        if (text.length() > LONGEST) {
            throw new ExpressionException(
                    CoreTexts.say("core.sensor.expression.aFormulaHasAtMost", "longest", LONGEST), LONGEST);
        }
        Parser parser = new Parser(text, channels);
        Node root = parser.comparison();
        parser.end();
        return new Expression(root);
    }

    /**
     * A formula as people type it, with decimal points: {@code 1,5 * x} and {@code max(x; 1,5)} become {@code 1.5 * x} and {@code max(x, 1.5)}. A
     * semicolon between values makes every comma a decimal one; without one, a comma is decimal where it stands between two digits and
     * outside of the values of a function. No character changes its place, and names in brackets stay as they are.
     */
    public static String withPoints(String typed) {
        boolean semicolons = outsideNames(typed).indexOf(';') >= 0;
        char[] out = typed.toCharArray();
        Deque<Boolean> calls = new ArrayDeque<>();
        boolean name = false;
        for (int i = 0; i < out.length; i++) {
            char c = typed.charAt(i);
            name = name ? c != ']' : c == '[';
            if (name) {
                continue;
            }
            if (c == '(') {
                calls.push(isCall(typed, i));
            } else if (c == ')' && !calls.isEmpty()) {
                calls.pop();
            } else if (c == ';') {
                out[i] = ',';
            } else if (c == ','
                    && (semicolons || digit(typed, i - 1) && digit(typed, i + 1) && !calls.contains(true))) {
                out[i] = '.';
            }
        }
        return new String(out);
    }

    private static String outsideNames(String typed) {
        return typed.replaceAll("\\[[^\\]]*\\]", "");
    }

    private static boolean isCall(String typed, int open) {
        int before = open - 1;
        while (before >= 0 && Character.isWhitespace(typed.charAt(before))) {
            before--;
        }
        return before >= 0 && Character.isLetterOrDigit(typed.charAt(before));
    }

    private static boolean digit(String typed, int at) {
        return at >= 0 && at < typed.length() && Character.isDigit(typed.charAt(at));
    }

    /** @param channels in the order of the names given to {@link #parse}; NaN where there is no value */
    public double value(double x, double[] channels) {
        double v = root.value(x, channels);
        return Double.isInfinite(v) ? Double.NaN : v;
    }

    /**
     * The first of {@value #STEPS} + 1 evenly spaced values of x at which the formula has no value, as where it divides by
     * zero; for formulas of x alone.
     */
    public OptionalDouble undefinedIn(double low, double high) {
        double[] none = new double[0];
        for (int i = 0; i <= STEPS; i++) {
            double x = i == STEPS ? high : low + (high - low) * i / STEPS;
            if (Double.isNaN(value(x, none))) {
                return OptionalDouble.of(x);
            }
        }
        return OptionalDouble.empty();
    }

    /** A power of something missing is missing, even the power 0. */
    private static double raised(double base, double exponent) {
        return Double.isNaN(base) || Double.isNaN(exponent) ? Double.NaN : Math.pow(base, exponent);
    }

    /** Whether the formula has a value at any of {@value #STEPS} + 1 evenly spaced values of x; for formulas of x alone. */
    public boolean definedIn(double low, double high) {
        double[] none = new double[0];
        for (int i = 0; i <= STEPS; i++) {
            if (!Double.isNaN(value(low + (high - low) * i / STEPS, none))) {
                return true;
            }
        }
        return false;
    }

    private static final class Parser {

        private final String text;
        private final List<String> channels;
        private int at;
        private int depth;

        Parser(String text, List<String> channels) {
            this.text = text;
            this.channels = channels;
        }

        void end() {
            if (peek() == ')') {
                throw wrong(CoreTexts.say("core.sensor.expression.oneBracketTooMany"));
            }
            if (peek() != 0) {
                throw wrong(CoreTexts.say("core.sensor.expression.doesNotBelongHere", "peek", peek()));
            }
        }

        Node comparison() {
            Node left = sum();
            char sign = peek();
            if (sign != '<' && sign != '>' && sign != '=') {
                return left;
            }
            at++;
            boolean orEqual = sign != '=' && at < text.length() && text.charAt(at) == '=';
            at += orEqual ? 1 : 0;
            Node right = sum();
            return (x, c) -> {
                double a = left.value(x, c);
                double b = right.value(x, c);
                boolean holds = sign == '=' || orEqual ? a == b : false;
                holds |= sign == '<' && a < b || sign == '>' && a > b;
                return Double.isNaN(a) || Double.isNaN(b) ? Double.NaN : holds ? 1 : 0;
            };
        }

        private Node sum() {
            Node left = product();
            while (peek() == '+' || peek() == '-') {
                boolean plus = text.charAt(at++) == '+';
                Node a = left;
                Node b = product();
                left = plus ? (x, c) -> a.value(x, c) + b.value(x, c) : (x, c) -> a.value(x, c) - b.value(x, c);
            }
            return left;
        }

        private Node product() {
            Node left = signed();
            while (peek() == '*' || peek() == '/') {
                boolean times = text.charAt(at++) == '*';
                Node a = left;
                Node b = signed();
                left = times ? (x, c) -> a.value(x, c) * b.value(x, c) : (x, c) -> a.value(x, c) / b.value(x, c);
            }
            return left;
        }

        private Node signed() {
            // every way deeper into a formula comes by here
            if (++depth > DEEPEST) {
                throw wrong(CoreTexts.say("core.sensor.expression.theFormulaIsMoreThan", "deepest", DEEPEST));
            }
            try {
                if (peek() == '-') {
                    at++;
                    Node of = signed();
                    return (x, c) -> -of.value(x, c);
                }
                return power();
            } finally {
                depth--;
            }
        }

        private Node power() {
            Node base = primary();
            if (peek() != '^') {
                return base;
            }
            at++;
            Node exponent = signed();
            return (x, c) -> raised(base.value(x, c), exponent.value(x, c));
        }

        private Node primary() {
            char next = peek();
            if (next == '(') {
                int open = at++;
                Node inner = comparison();
                close(open);
                return inner;
            }
            if (next == '[') {
                return bracketed();
            }
            if (Character.isDigit(next) || next == '.') {
                return number();
            }
            if (Character.isLetter(next)) {
                return named();
            }
            throw wrong(
                    next == 0
                            ? CoreTexts.say("core.sensor.expression.theFormulaEndsTooEarly")
                            : CoreTexts.say("core.sensor.expression.doesNotBelongHere2", "next", next));
        }

        private void close(int open) {
            if (peek() != ')') {
                throw new ExpressionException(CoreTexts.say("core.sensor.expression.theBracketThatOpensHere"), open);
            }
            at++;
        }

        private Node number() {
            int from = at;
            while (at < text.length() && (Character.isDigit(text.charAt(at)) || text.charAt(at) == '.')) {
                at++;
            }
            int mantissa = at;
            if (at < text.length() && (text.charAt(at) == 'e' || text.charAt(at) == 'E')) {
                int digits = at + 1;
                if (digits < text.length() && "+-".indexOf(text.charAt(digits)) >= 0) {
                    digits++;
                }
                int end = digits;
                while (end < text.length() && Character.isDigit(text.charAt(end))) {
                    end++;
                }
                at = end > digits ? end : mantissa;
            }
            try {
                double v = Double.parseDouble(text.substring(from, at));
                return (x, c) -> v;
            } catch (NumberFormatException e) {
                throw new ExpressionException(
                        CoreTexts.say("core.sensor.expression.isNotANumber", "substring", text.substring(from, at)),
                        from);
            }
        }

        private Node bracketed() {
            int open = at;
            int end = text.indexOf(']', at);
            if (end < 0) {
                throw new ExpressionException(CoreTexts.say("core.sensor.expression.theBracketThatOpensHere"), open);
            }
            at = end + 1;
            return channel(text.substring(open + 1, end).strip(), open + 1);
        }

        private Node named() {
            int from = at;
            while (at < text.length() && (Character.isLetterOrDigit(text.charAt(at)) || text.charAt(at) == '_')) {
                at++;
            }
            String name = text.substring(from, at);
            if (peek() == '(') {
                return call(name, from);
            }
            if (name.equals("x")) {
                return (x, c) -> x;
            }
            if (!channels.contains(name)) {
                if (name.equals("pi")) {
                    return (x, c) -> Math.PI;
                }
                if (name.equals("e")) {
                    return (x, c) -> Math.E;
                }
            }
            return channel(name, from);
        }

        private Node channel(String name, int place) {
            int index = channels.indexOf(name);
            if (index < 0) {
                String known = channels.isEmpty() ? "x" : "x, " + String.join(", ", new TreeSet<>(channels));
                throw new ExpressionException(
                        CoreTexts.say("core.sensor.expression.isNotKnownKnownAre", "name", name, "known", known),
                        place);
            }
            return (x, c) -> index < c.length ? c[index] : Double.NaN;
        }

        private Node call(String name, int place) {
            Function function;
            try {
                function = Function.valueOf(name.toUpperCase(Locale.ROOT));
            } catch (IllegalArgumentException e) {
                throw new ExpressionException(
                        CoreTexts.say("core.sensor.expression.thereIsNoFunction", "name", name), place);
            }
            int open = at++;
            List<Node> arguments = new ArrayList<>();
            do {
                arguments.add(comparison());
            } while (peek() == ',' && at++ >= 0);
            close(open);
            if (arguments.size() != function.arguments) {
                throw new ExpressionException(
                        CoreTexts.say(
                                "core.sensor.expression.takesValueNot",
                                "name",
                                name,
                                "arguments",
                                function.arguments,
                                "given",
                                arguments.size(),
                                "tooMany",
                                arguments.size() > function.arguments),
                        place);
            }
            return function.of(arguments);
        }

        /** The next character that is not a blank, without passing it; 0 at the end. */
        private char peek() {
            while (at < text.length() && Character.isWhitespace(text.charAt(at))) {
                at++;
            }
            // a true minus sign is as good as the keyboard's
            return at == text.length() ? 0 : text.charAt(at) == '−' ? '-' : text.charAt(at);
        }

        private ExpressionException wrong(String message) {
            return new ExpressionException(message, at);
        }
    }
}
