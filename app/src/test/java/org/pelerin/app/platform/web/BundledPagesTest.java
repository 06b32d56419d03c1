package org.pelerin.app.platform.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jsoup.Jsoup;
import org.junit.jupiter.api.Test;

/** What the build made of scripts and styles, held against what templates ask for. */
class BundledPagesTest {

    private static final Path TEMPLATES = Path.of("src/main/resources/templates");
    private static final Pattern CLASS = Pattern.compile("\\.(-?[A-Za-z_][\\w-]*)");

    @Test
    void modules_are_whole_or_import_parts_that_are_there() throws IOException {
        List<String> modules = new ArrayList<>();
        for (Path template : templates()) {
            Pattern.compile("@\\{(/js/[\\w/-]+\\.js)}\" type=\"module\"")
                    .matcher(Files.readString(template))
                    .results()
                    .forEach(m -> modules.add(m.group(1)));
        }

        assertThat(modules).contains("/js/every-page.js", "/js/mission/mission.js", "/js/round.js");
        for (String module : modules) {
            String script = text("/static" + module);
            for (MatchResult imported : Pattern.compile("(?:from|import)\"(\\.[^\"]+)\"")
                    .matcher(script)
                    .results()
                    .toList()) {
                assertThat(imported.group(1)).as(module).matches("(\\.|\\.\\.)/part-\\w+\\.js");
                text("/static/js/" + imported.group(1).replaceAll(".*/", ""));
            }
        }
    }

    @Test
    void every_class_of_bootstrap_that_a_template_has_is_styled_and_the_others_are_not() throws IOException {
        Set<String> bootstrap = classes(text("/META-INF/resources/webjars/bootstrap/5.3.8/css/bootstrap.min.css"));
        Set<String> styled = classes(text("/static/css/every-page.css"));
        Set<String> used = new TreeSet<>();
        for (Path template : templates()) {
            Jsoup.parse(Files.readString(template)).getAllElements().forEach(e -> used.addAll(e.classNames()));
        }
        used.retainAll(bootstrap);

        assertThat(used).contains("btn", "btn-primary", "form-control", "form-select", "visually-hidden");
        assertThat(styled).containsAll(used);
        assertThat(styled).doesNotContain("carousel", "offcanvas", "accordion-button", "col-md-6");
    }

    @Test
    void drawings_and_fonts_are_asked_for_where_they_are() throws IOException {
        Pattern address = Pattern.compile("url\\(\"?(/[^)\"]+)\"?\\)");
        List<String> asked = address.matcher(text("/static/css/every-page.css"))
                .results()
                .map(m -> m.group(1))
                .toList();

        assertThat(asked).hasSizeGreaterThan(4);
        for (String one : asked) {
            try (InputStream in = BundledPagesTest.class.getResourceAsStream("/static" + one)) {
                assertThat(in).as(one).isNotNull();
            }
        }
    }

    private static Set<String> classes(String sheet) {
        return CLASS.matcher(sheet).results().map(m -> m.group(1)).collect(Collectors.toCollection(TreeSet::new));
    }

    private static List<Path> templates() throws IOException {
        try (Stream<Path> files = Files.walk(TEMPLATES)) {
            return files.filter(f -> f.toString().endsWith(".html")).toList();
        }
    }

    private static String text(String resource) throws IOException {
        try (InputStream in = BundledPagesTest.class.getResourceAsStream(resource)) {
            assertThat(in).as(resource).isNotNull();
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }
}
