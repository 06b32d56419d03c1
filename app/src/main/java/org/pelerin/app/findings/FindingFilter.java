package org.pelerin.app.findings;

import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.Map;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Form;
import org.pelerin.core.judge.Severity;
import org.springframework.web.util.UriComponentsBuilder;

/** Which findings are looked at, as the address says it. */
public class FindingFilter implements Form {

    /** Where they are on their way. */
    public enum Which {
        WAITING("findings.findingFilter.open"),
        NEW("findings.findingFilter.new"),
        ACKNOWLEDGED("findings.findingFilter.acknowledged"),
        CLOSED("findings.findingFilter.closed"),
        CHANGED("findings.findingFilter.changedAfterClosing"),
        GONE("findings.findingFilter.noLongerFound"),
        ALL("findings.findingFilter.all");

        private final String words;

        Which(String words) {
            this.words = words;
        }

        public String words() {
            return Texts.of(words);
        }

        /** Those that somebody has to see to. */
        public boolean waiting() {
            return this == WAITING;
        }

        /** Those that are not found any more. */
        public boolean gone() {
            return this == GONE;
        }
    }

    public Which which = Which.WAITING;
    public FindingKind kind;
    public Severity severity;
    public Long site;
    public Long spot;
    public Long mission;
    /** Serial of a logger. */
    public String logger = "";

    public Long cause;
    public String owner = "";
    public boolean overdue;

    /**
     * As it is asked of the database.
     *
     * @param today those that are due before it are overdue; null where that does not matter
     */
    record Wanted(
            String which,
            String kind,
            Integer severity,
            Long site,
            Long spot,
            Long mission,
            String logger,
            Long cause,
            String owner,
            LocalDate today) {}

    Wanted wanted(LocalDate today) {
        which = which == null ? Which.WAITING : which;
        return new Wanted(
                which.name(),
                kind == null ? null : kind.name(),
                severity == null ? null : severity.ordinal(),
                site,
                spot,
                mission,
                logger == null || logger.isBlank() ? null : logger.strip(),
                cause,
                owner == null || owner.isBlank() ? null : owner.strip(),
                overdue ? today : null);
    }

    public boolean any() {
        return kind != null
                || severity != null
                || site != null
                || spot != null
                || mission != null
                || cause != null
                || logger != null && !logger.isBlank()
                || owner != null && !owner.isBlank()
                || overdue;
    }

    private Map<String, Object> parts() {
        Map<String, Object> out = new LinkedHashMap<>();
        out.put("which", which == null || which == Which.WAITING ? null : which);
        out.put("kind", kind);
        out.put("severity", severity);
        out.put("site", site);
        out.put("spot", spot);
        out.put("mission", mission);
        out.put("logger", logger == null || logger.isBlank() ? null : logger);
        out.put("cause", cause);
        out.put("owner", owner == null || owner.isBlank() ? null : owner);
        out.put("overdue", overdue ? true : null);
        return out;
    }

    /** The address of the list with one thing changed; null takes it away. */
    public String with(String name, Object value) {
        return address("/findings", name, value);
    }

    /** The address of something with the filter. */
    public String at(String path) {
        return address(path, "", null);
    }

    private String address(String path, String name, Object value) {
        Map<String, Object> all = parts();
        if (!name.isEmpty()) {
            all.put(name, value == Which.WAITING ? null : value);
        }
        UriComponentsBuilder to = UriComponentsBuilder.fromPath(path);
        all.forEach((k, v) -> {
            if (v != null) {
                to.queryParam(k, v);
            }
        });
        return to.build().encode().toUriString();
    }
}
