package org.pelerin.app.report.document;

import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.pelerin.app.platform.language.AskedLanguage;
import org.pelerin.core.language.CurrentLanguage;
import tools.jackson.databind.json.JsonMapper;

/**
 * What a report is to hold.
 *
 * @param sections that were chosen
 * @param channels by their labels; none for all
 * @param comment on its first page; empty for none
 * @param study number of the mapping study that it is about; null for none
 * @param tests numbers of the timed tests that it is about
 * @param language its tag; English where none was chosen
 */
public record ReportSpec(
        Set<ReportSection> sections,
        List<String> channels,
        String comment,
        Long study,
        List<Long> tests,
        String language) {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    public ReportSpec {
        sections = sections == null ? Set.of() : Set.copyOf(sections);
        channels = channels == null ? List.of() : List.copyOf(channels);
        comment = comment == null ? "" : comment;
        tests = tests == null ? List.of() : List.copyOf(tests);
        language = language == null ? "en" : language;
    }

    public ReportSpec(Set<ReportSection> sections, List<String> channels, String comment) {
        this(sections, channels, comment, null, List.of(), CurrentLanguage.get().getLanguage());
    }

    static ReportSpec ofStudy(long study) {
        return new ReportSpec(
                Set.of(), List.of(), "", study, List.of(), CurrentLanguage.get().getLanguage());
    }

    static ReportSpec ofTests(List<Long> tests) {
        return new ReportSpec(
                Set.of(), List.of(), "", null, tests, CurrentLanguage.get().getLanguage());
    }

    ReportSpec in(Locale other) {
        return new ReportSpec(sections, channels, comment, study, tests, other.getLanguage());
    }

    Locale locale() {
        return AskedLanguage.known(language).orElse(Locale.ENGLISH);
    }

    static ReportSpec read(String json) {
        return JSON.readValue(json, ReportSpec.class);
    }

    String json() {
        return JSON.writeValueAsString(this);
    }

    public static ReportSpec whole(ReportKind kind) {
        return new ReportSpec(ReportSection.of(kind), List.of(), "");
    }

    public boolean has(ReportSection section) {
        return sections.contains(section);
    }

    /** Whether no channels were chosen. */
    boolean wantsAll() {
        return channels.isEmpty();
    }

    boolean wants(String channel) {
        return channels.isEmpty() || channels.contains(channel);
    }
}
