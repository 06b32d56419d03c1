package org.pelerin.app.platform.language;

import static org.assertj.core.api.Assertions.assertThat;

import com.ibm.icu.text.MessagePattern;
import com.ibm.icu.text.MessagePattern.ArgType;
import com.ibm.icu.text.MessagePattern.Part;
import com.tngtech.archunit.base.DescribedPredicate;
import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.io.IOException;
import java.lang.reflect.Method;
import java.lang.reflect.Modifier;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.pelerin.core.language.CurrentLanguage;
import org.pelerin.core.language.Wording;

/** Every text that people see stands in a bundle, in each language, with the same arguments and parts; and nothing stands there in vain. */
class TextsTest {

    private static final Path TEMPLATES = Path.of("src/main/resources/templates");
    private static final List<Path> SOURCES = List.of(
            TEMPLATES,
            Path.of("src/main/java"),
            Path.of("src/main/resources/static"),
            Path.of("../core/src/main/java"));

    /** Keys that are put together: of words of types, of the catalogue, of actions of the audit trail, of formats. */
    private static final Pattern PUT_TOGETHER = Pattern.compile(
            "^(words\\.|glossary\\.|findings\\.findingWords\\.|loggers\\.library\\.sensor\\.kind\\.|core\\.catalogue\\.|core\\.severity\\.|audit\\.|platform\\.formats\\.|platform\\.when\\."
                    + "|fleet\\.home\\.scale\\.|stored\\.(table|output|words|offset|device)\\.).*");

    private static final Pattern KEY = Pattern.compile("[a-z][A-Za-z0-9]*(?:\\.[A-Za-z0-9]+)+");
    private static final Pattern SLOT = Pattern.compile("</?(\\d+)/?>");

    private static final Map<String, Wording> ENGLISH = Texts.all().of(Locale.ENGLISH);

    @Test
    void there_is_a_second_language_and_each_has_every_text() {
        assertThat(Texts.all().languages()).contains(Locale.ENGLISH, Locale.GERMAN);
        assertThat(ENGLISH).hasSizeGreaterThan(3000);
        for (Locale l : Texts.all().languages()) {
            assertThat(Texts.all().of(l).keySet()).as(l.toString()).isEqualTo(ENGLISH.keySet());
        }
    }

    /** A value of a list that people choose from names itself, in each language. */
    @Test
    void each_value_of_each_enumeration_has_its_words() {
        List<String> without = new ArrayList<>();
        int asked = 0;
        for (JavaClass type : new ClassFileImporter()
                .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
                .importPackages("org.pelerin.app", "org.pelerin.core")
                .that(DescribedPredicate.describe("enumerations", JavaClass::isEnum))) {
            for (Object value : type.reflect().getEnumConstants()) {
                for (Method words : type.reflect().getDeclaredMethods()) {
                    if (words.getReturnType() == String.class
                            && words.getParameterCount() == 0
                            && Modifier.isPublic(words.getModifiers())
                            && !Modifier.isStatic(words.getModifiers())) {
                        asked++;
                        try {
                            words.setAccessible(true);
                            CurrentLanguage.in(Locale.GERMAN, () -> said(words, value));
                        } catch (RuntimeException e) {
                            without.add(type.getSimpleName() + "." + value + "." + words.getName());
                        }
                    }
                }
            }
        }
        assertThat(asked).isGreaterThan(50);
        assertThat(without).isEmpty();
    }

    private static Object said(Method words, Object value) {
        try {
            return words.invoke(value);
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException(e);
        }
    }

    @Test
    void what_one_language_inserts_the_others_insert() {
        List<String> different = new ArrayList<>();
        for (Locale l : Texts.all().languages()) {
            Texts.all().of(l).forEach((key, wording) -> {
                Wording english = ENGLISH.get(key);
                boolean known = english.arguments().containsAll(wording.arguments());
                if (!known
                        || !inserted(english).equals(inserted(wording))
                        || !slots(english).equals(slots(wording))) {
                    different.add(l + " " + key + ": " + english.written() + " | " + wording.written());
                }
            });
        }
        assertThat(different).isEmpty();
    }

    /** Arguments whose value is written; one that only chooses a form of a word a language may do without. */
    private static Set<String> inserted(Wording wording) {
        MessagePattern parts = new MessagePattern(wording.written());
        Set<String> out = new TreeSet<>();
        for (int i = 0; i < parts.countParts(); i++) {
            Part part = parts.getPart(i);
            if (part.getType() == Part.Type.ARG_START && part.getArgType() == ArgType.NONE) {
                out.add(parts.getSubstring(parts.getPart(i + 1)));
            }
        }
        return out;
    }

    private static Set<String> slots(Wording wording) {
        return SLOT.matcher(wording.written())
                .results()
                .map(r -> r.group(1))
                .collect(Collectors.toCollection(TreeSet::new));
    }

    @Test
    void every_key_that_is_asked_for_is_there_and_every_one_there_is_asked_for() throws IOException {
        Set<String> used = new TreeSet<>();
        for (Path root : SOURCES) {
            try (Stream<Path> files = Files.walk(root)) {
                for (Path f : files.filter(p -> p.toString().matches(".*\\.(java|html|js)$"))
                        .toList()) {
                    KEY.matcher(Files.readString(f))
                            .results()
                            .map(MatchResult::group)
                            .forEach(used::add);
                }
            }
        }
        assertThat(ENGLISH.keySet().stream()
                        .filter(k ->
                                !used.contains(k) && !PUT_TOGETHER.matcher(k).matches()))
                .as("texts that nothing asks for")
                .isEmpty();
        Pattern asked = Pattern.compile(
                "(?:#\\{|#messages\\.msg\\('|msg\\('|Texts\\s*\\.(?:of|stored)\\(\\s*\"|CoreTexts\\s*\\.say\\(\\s*\")([a-zA-Z][\\w.]*\\w)(?=['\"}(])");
        Set<String> missing = new TreeSet<>();
        for (Path root : SOURCES) {
            try (Stream<Path> files = Files.walk(root)) {
                // a mapper's #{…} are its parameters
                for (Path f : files.filter(p -> p.toString().matches(".*(?<!Mapper)\\.(java|html|js)$"))
                        .toList()) {
                    asked.matcher(Files.readString(f))
                            .results()
                            .map(r -> r.group(1))
                            .filter(k -> k.contains(".") && !ENGLISH.containsKey(k))
                            .forEach(k -> missing.add(f.getFileName() + ": " + k));
                }
            }
        }
        assertThat(missing).as("texts that are asked for and not there").isEmpty();
    }

    /** What loggers and their files answer to people, of which the link knows no language. */
    @Test
    void what_a_logger_refuses_is_said_in_each_language() throws IOException {
        Pattern refused =
                Pattern.compile("(?:RefusedException\\(\\s*Refusal\\.\\w+,|CarrierException\\()\\s*\"([^\"]+)\"\\)");
        Set<String> found = new TreeSet<>();
        for (Path root : List.of(Path.of("../link/src/main/java"), Path.of("../yard/src/main/java"))) {
            try (Stream<Path> files = Files.walk(root)) {
                for (Path f : files.filter(p -> p.toString().endsWith(".java")).toList()) {
                    refused.matcher(Files.readString(f))
                            .results()
                            .map(r -> r.group(1))
                            .forEach(found::add);
                }
            }
        }
        assertThat(found).hasSizeGreaterThan(20);
        assertThat(found.stream()
                        .filter(t -> CurrentLanguage.in(Locale.GERMAN, () -> StoredTexts.read(t))
                                .equals(t)))
                .isEmpty();
    }

    /** A story that was put together of messages is taken apart again. */
    @Test
    void what_became_of_a_finding_is_said_in_german() {
        assertThat(
                        CurrentLanguage.in(
                                Locale.GERMAN,
                                () -> StoredTexts.read(
                                        "“Air” above moved by 4 s later; before it, tech switched the clock correction: no phone")))
                .startsWith("„Air“ über dem Grenzwert: ")
                .contains("; zuvor: tech ", ": no phone")
                .doesNotContain("moved", "later", "before it", "switched");
    }

    @Test
    void each_term_of_a_page_is_in_the_glossary() throws IOException {
        Pattern term = Pattern.compile("pl:term=\"([^\"]*)\"");
        Set<String> used = new TreeSet<>();
        try (Stream<Path> files = Files.walk(TEMPLATES)) {
            for (Path f : files.filter(p -> p.toString().endsWith(".html")).toList()) {
                term.matcher(Files.readString(f)).results().map(r -> r.group(1)).forEach(used::add);
            }
        }
        assertThat(Glossary.terms())
                .containsAll(used)
                .allSatisfy(t -> assertThat(ENGLISH).containsKeys(Glossary.key(t), Glossary.meaning(t)));
        assertThat(used).hasSizeGreaterThan(20);
    }

    @Test
    void no_template_holds_a_text() throws IOException {
        Pattern between = Pattern.compile(">([^<>]*[A-Za-z]{3,}[^<>]*)<");
        Pattern attribute =
                Pattern.compile("(?<![\\w:-])(title|aria-label|alt|data-ask|placeholder)=\"([^\"]*[a-z]{3,} [^\"]*)\"");
        List<String> found = new ArrayList<>();
        try (Stream<Path> files = Files.walk(TEMPLATES)) {
            for (Path f : files.filter(p -> p.toString().endsWith(".html")).toList()) {
                String text =
                        Files.readString(f).replaceAll("(?s)<!--.*?-->", "").replaceAll("\"[^\"]*>[^\"]*\"", "\"\"");
                between.matcher(text)
                        .results()
                        .forEach(r ->
                                found.add(f.getFileName() + ": " + r.group(1).strip()));
                attribute.matcher(text).results().forEach(r -> found.add(f.getFileName() + ": " + r.group()));
            }
        }
        // an example of what is typed, which is the same in every language
        found.removeIf(t -> t.contains("PL-18510, OSTREL"));
        assertThat(found).isEmpty();
    }

    /** Words that were bent, and have a plain one now. */
    @Test
    void plain_words_are_used() {
        List<String> bent = List.of(
                "departure",
                "Keep it",
                "for over",
                "the gravest",
                "hold no longer",
                "What became of",
                "Who says so",
                "Made again and again",
                "looks at",
                "come home",
                "came home",
                "is judged",
                "take it out",
                "Note it");
        List<String> found = new ArrayList<>();
        // the judgement is a document with hashes over it
        ENGLISH.forEach((key, wording) -> bent.stream()
                .filter(b -> !key.startsWith("stored.judge."))
                .filter(b -> wording.written().contains(b))
                .forEach(b -> found.add(key + ": " + wording.written())));
        assertThat(found).isEmpty();
    }
}
