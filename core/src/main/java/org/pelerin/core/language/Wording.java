package org.pelerin.core.language;

import com.ibm.icu.text.MessageFormat;
import com.ibm.icu.text.MessagePattern;
import com.ibm.icu.text.MessagePattern.ArgType;
import com.ibm.icu.text.MessagePattern.Part;
import java.text.DecimalFormatSymbols;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * One text in one language, in ICU message format with named arguments: {@code {n, plural, one {# file} other {# files}}}.
 *
 * <p>A number that is only named is written without groups (it may be a year or a number of a finding); {@code #} in a plural is written with
 * thin groups of three in every language, which nobody takes for a decimal sign. Nothing is written for what is not there.
 */
public final class Wording {

    /** What {@code #} stands for; given beside the number itself. */
    private static final String COUNT = "_count";

    private static final char THIN = '\u202f';

    private final String written;
    private final String pattern;
    private final Locale language;
    private final Set<String> arguments;
    /** Texts and, at odd places, names of arguments; null where ICU has to choose. */
    private final List<String> simple;

    private Wording(String written, String pattern, Locale language, Set<String> arguments, List<String> simple) {
        this.written = written;
        this.pattern = pattern;
        this.language = language;
        this.arguments = arguments;
        this.simple = simple;
    }

    /** @throws IllegalArgumentException where the pattern is not in the message format */
    public static Wording of(String pattern, Locale language) {
        MessagePattern parts = new MessagePattern(pattern);
        Set<String> names = new TreeSet<>();
        List<String> simple = new ArrayList<>();
        StringBuilder counted = new StringBuilder(pattern);
        List<String> numbers = new ArrayList<>();
        List<Integer> hashes = new ArrayList<>();
        List<String> ofHash = new ArrayList<>();
        boolean chooses = false;
        int from = 0;
        for (int i = 0; i < parts.countParts(); i++) {
            Part part = parts.getPart(i);
            switch (part.getType()) {
                case ARG_START -> {
                    String name = parts.getSubstring(parts.getPart(i + 1));
                    names.add(name);
                    numbers.add(name);
                    if (part.getArgType() != ArgType.NONE) {
                        chooses = true;
                    } else if (!chooses) {
                        simple.add(pattern.substring(from, part.getIndex()));
                        simple.add(name);
                        from = parts.getPart(parts.getLimitPartIndex(i)).getLimit();
                    }
                }
                case ARG_LIMIT -> numbers.remove(numbers.size() - 1);
                case REPLACE_NUMBER -> {
                    hashes.add(part.getIndex());
                    ofHash.add(numbers.get(numbers.size() - 1));
                }
                case SKIP_SYNTAX -> chooses = true;
                default -> {}
            }
        }
        for (int i = hashes.size() - 1; i >= 0; i--) {
            counted.replace(hashes.get(i), hashes.get(i) + 1, "{" + ofHash.get(i) + COUNT + "}");
        }
        simple.add(pattern.substring(from));
        return new Wording(pattern, counted.toString(), language, names, chooses ? null : List.copyOf(simple));
    }

    /** Names of what it takes, in order of letters. */
    public Set<String> arguments() {
        return arguments;
    }

    /** As it stands in its file. */
    public String written() {
        return written;
    }

    public String with(Map<String, ?> values) {
        if (simple != null) {
            StringBuilder out = new StringBuilder();
            for (int i = 0; i < simple.size(); i++) {
                out.append(i % 2 == 0 ? simple.get(i) : text(values.get(simple.get(i))));
            }
            return out.toString();
        }
        Map<String, Object> all = new HashMap<>();
        // a number that is not there is none
        arguments.forEach(name -> put(name, values.get(name), all));
        return new MessageFormat(pattern, language)
                .format(all, new StringBuffer(), null)
                .toString();
    }

    private void put(String name, Object value, Map<String, Object> into) {
        if (value instanceof Number n && pattern.contains("{" + name + ", plural")) {
            into.put(name, n);
            into.put(name + COUNT, grouped(n));
        } else {
            into.put(name, text(value));
        }
    }

    private String grouped(Number n) {
        String plain = text(n);
        int point = plain.indexOf(DecimalFormatSymbols.getInstance(language).getDecimalSeparator());
        StringBuilder out = new StringBuilder(plain);
        int first = plain.startsWith("−") ? 1 : 0;
        for (int i = (point < 0 ? plain.length() : point) - 3; i > first; i -= 3) {
            out.insert(i, THIN);
        }
        return out.toString();
    }

    private String text(Object value) {
        if (value == null) {
            return "";
        }
        if (value instanceof Number n && !Double.isFinite(n.doubleValue())) {
            return Double.isNaN(n.doubleValue()) ? "–" : n.doubleValue() < 0 ? "−∞" : "∞";
        }
        if (value instanceof Double || value instanceof Float || value instanceof java.math.BigDecimal) {
            String plain = new java.math.BigDecimal(value.toString())
                    .stripTrailingZeros()
                    .toPlainString();
            return plain.replace('.', DecimalFormatSymbols.getInstance(language).getDecimalSeparator())
                    .replace('-', '−');
        }
        return value.toString();
    }
}
