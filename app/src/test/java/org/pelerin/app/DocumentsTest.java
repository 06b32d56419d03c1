package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.shell.help.GlossaryPage;
import org.pelerin.core.language.Wording;

/** What is written for people leads somewhere, and names what the pages say. */
class DocumentsTest {

    private static final Path ROOT = Path.of("..").toAbsolutePath().normalize();
    private static final Pattern LINK = Pattern.compile("]\\(([^)#\\s]+)(?:#[^)]*)?\\)");
    private static final Pattern LABEL = Pattern.compile("\\*\\*([^*]+)\\*\\*");

    private static List<Path> documents() throws IOException {
        List<Path> out = new ArrayList<>(List.of(ROOT.resolve("README.md"), ROOT.resolve("CONTRIBUTING.md")));
        try (Stream<Path> all = Files.walk(ROOT.resolve("docs"))) {
            all.filter(p -> p.toString().endsWith(".md")).forEach(out::add);
        }
        return out;
    }

    @Test
    void no_link_is_dead() throws IOException {
        List<String> dead = new ArrayList<>();
        for (Path document : documents()) {
            LINK.matcher(Files.readString(document))
                    .results()
                    .map(m -> m.group(1))
                    .filter(to -> !to.startsWith("http") && !Files.exists(document.resolveSibling(to)))
                    .forEach(to -> dead.add(ROOT.relativize(document) + ": " + to));
        }
        assertThat(dead).isEmpty();
    }

    /** A label in bold in the guide is on a page in these words, in the language of the guide; “→” leads from one to the next. */
    @ParameterizedTest
    @CsvSource({"en, docs/guide", "de, docs/guide/de"})
    void the_guide_names_what_the_pages_say(Locale language, String folder) throws IOException {
        String said = Texts.all().of(language).values().stream()
                .map(Wording::written)
                .map(t -> t.replaceAll("</?\\d+/?>", ""))
                .collect(Collectors.joining("\n"));
        List<String> unknown = new ArrayList<>();
        try (Stream<Path> all = Files.list(ROOT.resolve(folder))) {
            for (Path page : all.filter(p -> p.toString().endsWith(".md")).toList()) {
                LABEL.matcher(Files.readString(page))
                        .results()
                        .flatMap(m -> Stream.of(m.group(1).split(" → ")))
                        .filter(label -> !said.contains(label.replaceFirst("\\.$", "")))
                        .forEach(label -> unknown.add(page.getFileName() + ": " + label));
            }
        }
        assertThat(unknown).isEmpty();
    }

    /** The glossary of the documents is that of the pages. */
    @ParameterizedTest
    @CsvSource({"en, docs/guide/glossary.md", "de, docs/guide/de/glossary.md"})
    void the_glossary_is_that_of_the_pages(Locale language, String file) throws IOException {
        Path made = Files.writeString(
                Files.createDirectories(Path.of("target/glossary")).resolve(language + ".md"),
                GlossaryPage.chapter(language));
        assertThat(ROOT.resolve(file)).as("to be replaced by " + made).hasSameTextualContentAs(made);
    }

    /** One screen: what it is, two commands, pictures, where to go on. */
    @Test
    void the_readme_is_one_screen_of_words() throws IOException {
        assertThat(Files.readAllLines(ROOT.resolve("README.md"))).hasSizeLessThan(60);
    }
}
