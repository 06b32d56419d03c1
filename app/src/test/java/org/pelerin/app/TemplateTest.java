package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** Templates can be read, and compared line by line. */
class TemplateTest {

    private static final int LONGEST_LINE = 280;

    /** What a page shows of an alternative is asked of its type, which a compiler holds: a name that is spelt otherwise decides nothing. */
    @Test
    void no_template_compares_the_name_of_an_alternative() throws IOException {
        Pattern compared = Pattern.compile("\\.name\\(\\) *(==|!=) *'[A-Z_]+'");
        List<String> found = new ArrayList<>();
        int pages = 0;
        try (Stream<Path> all = Files.walk(Path.of("src/main/resources/templates"))) {
            for (Path page : all.filter(p -> p.toString().endsWith(".html")).toList()) {
                pages++;
                compared.matcher(Files.readString(page)).results().forEach(m -> found.add(page + ": " + m.group()));
            }
        }
        assertThat(pages).isGreaterThan(100);
        assertThat(found).isEmpty();
    }

    @Test
    void no_line_is_longer_than_a_reader_can_follow() throws IOException {
        List<String> longer = new ArrayList<>();
        try (Stream<Path> all = Files.walk(Path.of("src/main/resources/templates"))) {
            for (Path page : all.filter(p -> p.toString().endsWith(".html")).toList()) {
                List<String> lines = Files.readAllLines(page);
                for (int i = 0; i < lines.size(); i++) {
                    if (lines.get(i).length() > LONGEST_LINE) {
                        longer.add(page + ":" + (i + 1));
                    }
                }
            }
        }
        assertThat(longer).isEmpty();
    }

    /** What people read stands in a bundle. Examples of serials and addresses are the same in every language. */
    @Test
    void no_text_that_people_read_stands_in_a_template() throws IOException {
        Pattern tag = Pattern.compile("<(?:\"[^\"]*\"|'[^']*'|[^>\"'])*>");
        Pattern read = Pattern.compile("\\s(?:aria-label|placeholder|title|alt)=\"([^\"]*\\p{L}{3}[^\"]*)\"");
        Pattern example = Pattern.compile("https://|PL-\\d+, .*");
        List<String> found = new ArrayList<>();
        try (Stream<Path> all = Files.walk(Path.of("src/main/resources/templates"))) {
            for (Path page : all.filter(p -> p.toString().endsWith(".html")).toList()) {
                String text = Files.readString(page).replaceAll("(?s)<!--.*?-->|<style.*?</style>", "");
                for (String between : tag.split(text)) {
                    if (between.matches("(?s).*\\p{L}{3}.*")) {
                        found.add(page.getFileName() + ": " + between.strip());
                    }
                }
                tag.matcher(text)
                        .results()
                        .flatMap(t -> read.matcher(t.group()).results())
                        .map(m -> m.group(1))
                        .filter(v -> !example.matcher(v).matches())
                        .forEach(v -> found.add(page.getFileName() + ": " + v));
            }
        }
        assertThat(found).isEmpty();
    }

    /** A document is made where no page is asked for: its template reaches no bean. */
    @Test
    void templates_of_documents_ask_no_bean() throws IOException {
        Path templates = Path.of("src/main/resources/templates");
        List<Path> documents = new ArrayList<>();
        try (Stream<Path> all = Files.walk(templates.resolve("report/document"))) {
            all.filter(p -> p.toString().endsWith(".html")).forEach(documents::add);
        }
        Pattern named = Pattern.compile("\\.write\\(\\s*\"([a-z/-]+)\"");
        try (Stream<Path> all = Files.walk(Path.of("src/main/java"))) {
            for (Path source : all.filter(p -> p.toString().endsWith(".java")).toList()) {
                named.matcher(Files.readString(source))
                        .results()
                        .map(m -> templates.resolve(m.group(1) + ".html"))
                        .filter(Files::exists)
                        .forEach(documents::add);
            }
        }
        assertThat(documents).hasSizeGreaterThan(6);
        for (Path document : documents) {
            assertThat(Files.readString(document)).as(document.toString()).doesNotContainPattern("\\$\\{[^}]*@");
        }
    }
}
