package org.pelerin.app.shell.help;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.pelerin.app.platform.language.Texts;

/** The guide as pages: the same chapters and sections in each language, each part that a page leads to, and pictures that are there. */
class GuideTest {

    private static final Pattern PICTURE = Pattern.compile("src=\"/help/pictures/([^\"]+)\"");
    private static final Pattern LINK = Pattern.compile("href=\"([^\"]+)\"");

    private final Guide guide = new Guide();

    @Test
    void each_language_has_the_guide_of_its_own_with_the_same_sections() {
        List<Chapter> english = guide.chapters(Locale.ENGLISH);
        for (Locale language : Texts.all().languages()) {
            List<Chapter> here = guide.chapters(language);
            for (int i = 0; i < english.size(); i++) {
                assertThat(here.get(i).sections().stream().map(Chapter.Section::id))
                        .containsExactlyElementsOf(english.get(i).sections().stream()
                                .map(Chapter.Section::id)
                                .toList());
                if (!language.equals(Locale.ENGLISH)) {
                    assertThat(here.get(i).title()).isNotEqualTo(english.get(i).title());
                }
            }
        }
    }

    @Test
    void each_page_leads_to_a_part_that_is_there() {
        List<String> dead = new ArrayList<>();
        new HelpParts().all().forEach((pattern, part) -> {
            String[] at = part.split("#");
            boolean there = at[0].equals(Guide.GLOSSARY)
                    || guide.chapter(at[0], Locale.ENGLISH)
                            .filter(c -> at.length == 1 || c.sections().stream().anyMatch(s -> s.id().equals(at[1])))
                            .isPresent();
            if (!there) {
                dead.add(pattern + " → " + part);
            }
        });
        assertThat(dead).isEmpty();
    }

    @Test
    void pictures_and_links_lead_somewhere() {
        List<String> dead = new ArrayList<>();
        Set<String> chapters = Set.of("README", "technician", "reviewer", "quality-manager", "operator", "glossary");
        for (Locale language : Texts.all().languages()) {
            for (Chapter c : guide.chapters(language)) {
                PICTURE.matcher(c.html())
                        .results()
                        .map(r -> r.group(1))
                        .filter(p -> getClass().getResource("/guide/pictures/" + p) == null)
                        .forEach(dead::add);
                LINK.matcher(c.html())
                        .results()
                        .map(r -> r.group(1))
                        .filter(l -> !l.startsWith("https://") && !chapters.contains(l.replaceFirst("^/help/", "")))
                        .forEach(dead::add);
            }
        }
        assertThat(dead).isEmpty();
        assertThat(guide.chapter("technician", Locale.ENGLISH).orElseThrow().html())
                .contains("/help/pictures/dock.png");
    }

    @Test
    void sections_are_named_by_their_english_headings() {
        ChapterReader reader = new ChapterReader(Set.of("other"));
        Chapter c = reader.read(
                "one",
                "# Eins\n\n## Größe & Maß\n\n<b>roh</b> [fort](../x.md), [da](other.md)\n",
                "# One\n\n## Size & measure\n");
        assertThat(c.title()).isEqualTo("Eins");
        assertThat(c.sections()).containsExactly(new Chapter.Section("size-measure", "Größe & Maß"));
        assertThat(c.html())
                .contains("<h2 id=\"size-measure\">", "&lt;b&gt;roh", " fort, ", "<a href=\"/help/other\">da</a>");
        assertThatThrownBy(() -> reader.read("one", "# Eins\n", "# One\n\n## Two\n"))
                .hasMessage("one has 1 headings, in English 2");
    }
}
