package org.pelerin.core.language;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Says in another language what was stored in English: a text is recognised by the wording that it was made of, its arguments are read out of it,
 * recognised themselves, and put into the other language's wording. What no wording fits stays as it is. The stored text is not touched, so that
 * hashes over it hold.
 */
public final class Recogniser {

    /** Letters that a wording has beside its arguments, at least; “{from} to {to}” alone would fit anything. */
    private static final int LEAST_LETTERS = 4;

    private static final int DEEPEST = 4;

    private static final Pattern PLURAL =
            Pattern.compile("^\\{(\\w+), plural, one \\{(.*?)} other \\{(.*?)}}", Pattern.DOTALL);
    private static final Pattern SELECT =
            Pattern.compile("^\\{(\\w+), select, true \\{(.*?)} other \\{(.*?)}}", Pattern.DOTALL);
    private static final Pattern PLAIN = Pattern.compile("^\\{(\\w+)}");

    /** One way to say a wording, its choices made. */
    private record Form(
            String key,
            Pattern pattern,
            Map<String, Integer> groups,
            Map<String, Object> chosen,
            String part,
            int letters,
            int signs) {}

    private final Bundles bundles;
    private final List<Form> forms = new ArrayList<>();

    /** @param prefix of the keys whose texts are stored */
    public Recogniser(Bundles bundles, String prefix) {
        this.bundles = bundles;
        bundles.of(Locale.ENGLISH).forEach((key, wording) -> {
            if (key.startsWith(prefix)) {
                expand(key, wording.written(), new Draft());
            }
        });
        // of two that have as many letters, the one that says more around its arguments
        forms.sort(Comparator.comparingInt(Form::letters)
                .thenComparingInt(Form::signs)
                .reversed());
    }

    /** In the language, where a wording of it is recognised; else as it is. */
    public String in(Locale language, String text) {
        return language.getLanguage().equals("en") || text == null || text.isBlank() ? text : in(language, text, 0);
    }

    private String in(Locale language, String text, int deep) {
        if (deep == DEEPEST || text.isBlank()) {
            return text;
        }
        for (Form f : forms) {
            if (text.contains(f.part)) {
                Optional<String> said = as(f, language, text, deep);
                if (said.isPresent()) {
                    return said.get();
                }
            }
        }
        return text;
    }

    private Optional<String> as(Form f, Locale language, String text, int deep) {
        Matcher m = f.pattern.matcher(text);
        if (!m.matches()) {
            return Optional.empty();
        }
        Map<String, Object> values = new HashMap<>(f.chosen);
        f.groups.forEach((name, group) -> {
            String found = m.group(group);
            Object known = f.chosen.get(name);
            values.put(name, known instanceof Number ? number(found, (Number) known) : in(language, found, deep + 1));
        });
        return bundles.find(f.key, language).map(w -> w.with(values));
    }

    private static Number number(String text, Number otherwise) {
        try {
            return Long.valueOf(text.replaceAll("[\\u202f\\u00a0 ]", ""));
        } catch (NumberFormatException e) {
            return otherwise;
        }
    }

    /** A form that is being made. */
    private static final class Draft {
        private final StringBuilder pattern = new StringBuilder();
        private final Map<String, Integer> groups = new HashMap<>();
        private final Map<String, Object> chosen = new HashMap<>();
        private final List<String> parts = new ArrayList<>();
        private int count;

        Draft copy() {
            Draft out = new Draft();
            out.pattern.append(pattern);
            out.groups.putAll(groups);
            out.chosen.putAll(chosen);
            out.parts.addAll(parts);
            out.count = count;
            return out;
        }

        void literal(String text) {
            if (!text.isEmpty()) {
                pattern.append(Pattern.quote(text));
                parts.add(text);
            }
        }

        void argument(String name, String what) {
            if (groups.containsKey(name)) {
                pattern.append("\\").append(groups.get(name));
            } else {
                count++;
                groups.put(name, count);
                pattern.append(what);
            }
        }
    }

    private void expand(String key, String text, Draft draft) {
        int open = text.indexOf('{');
        if (open < 0) {
            draft.literal(text);
            finish(key, draft);
            return;
        }
        draft.literal(text.substring(0, open));
        String rest = text.substring(open);
        Matcher plural = PLURAL.matcher(rest);
        Matcher select = SELECT.matcher(rest);
        Matcher plain = PLAIN.matcher(rest);
        if (plural.find()) {
            choice(key, rest.substring(plural.end()), draft, plural.group(1), 1L, plural.group(2));
            choice(key, rest.substring(plural.end()), draft, plural.group(1), 2L, plural.group(3));
        } else if (select.find()) {
            choice(key, rest.substring(select.end()), draft, select.group(1), "true", select.group(2));
            choice(key, rest.substring(select.end()), draft, select.group(1), "other", select.group(3));
        } else if (plain.find()) {
            draft.argument(plain.group(1), "(.*?)");
            expand(key, rest.substring(plain.end()), draft);
        }
    }

    private void choice(String key, String rest, Draft before, String name, Object chosen, String text) {
        Draft draft = before.copy();
        draft.chosen.put(name, chosen);
        int hash = chosen instanceof Number ? text.indexOf('#') : -1;
        if (hash >= 0) {
            draft.literal(text.substring(0, hash));
            draft.argument(name, "([\\d\\u202f]+)");
            expand(key, text.substring(hash + 1) + rest, draft);
        } else {
            expand(key, text + rest, draft);
        }
    }

    private void finish(String key, Draft draft) {
        int letters = draft.parts.stream()
                .mapToInt(p -> (int) p.chars().filter(Character::isLetter).count())
                .sum();
        if (letters >= LEAST_LETTERS || draft.groups.isEmpty()) {
            forms.add(new Form(
                    key,
                    Pattern.compile(draft.pattern.toString(), Pattern.DOTALL),
                    Map.copyOf(draft.groups),
                    Map.copyOf(draft.chosen),
                    draft.parts.stream()
                            .max(Comparator.comparingInt(String::length))
                            .orElse(""),
                    letters,
                    draft.parts.stream().mapToInt(String::length).sum()));
        }
    }
}
