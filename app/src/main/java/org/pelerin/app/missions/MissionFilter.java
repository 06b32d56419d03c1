package org.pelerin.app.missions;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.Form;
import org.springframework.web.util.UriComponentsBuilder;

/** Which missions are listed, as the page's address says. */
public class MissionFilter implements Form {

    /** How a mission stands, as somebody asks for it. */
    public enum Stands {
        OUTSIDE("missions.missionFilter.outsideLimits", "excursions"),
        UNJUDGED("missions.missionFilter.inconclusive", "inconclusive"),
        WITHIN("missions.missionFilter.withinLimits", "within"),
        UNLIMITED("missions.missionFilter.noLimitsSet", null),
        WAITS("missions.missionFilter.waitingToStart", null, MissionState.WRITTEN, MissionState.WAITING),
        RUNS("missions.missionFilter.logging", null, MissionState.LOGGING),
        STOPPED("missions.missionFilter.stoppedNotCollected", null, MissionState.ENDED),
        REVIEW("missions.missionFilter.toBeReviewed", null, MissionState.COLLECTED),
        APPROVAL("missions.missionFilter.toBeApproved", null, MissionState.COLLECTED);

        private final String words;
        private final String verdict;
        private final List<MissionState> states;

        Stands(String words, String verdict, MissionState... states) {
            this.words = words;
            this.verdict = verdict;
            this.states = List.of(states);
        }

        public String words() {
            return Texts.of(words);
        }
    }

    /** Letters of serial, plan, spot, site or name. */
    public String q = "";

    public Long site;
    public Long spot;
    public String model = "";
    public Stands stands;

    public LocalDate from;
    public LocalDate until;

    public int page;

    /**
     * What the database looks for; null where that does not matter.
     *
     * @param withoutLimits whether no limits were set for it; what has none needs no review
     * @param text with the database's own signs escaped
     * @param until exclusive
     */
    public record Wanted(
            String text,
            Long site,
            Long spot,
            String model,
            String verdict,
            Boolean withoutLimits,
            List<MissionState> states,
            boolean review,
            boolean approval,
            Instant from,
            Instant until) {}

    public Wanted wanted(ZoneId zone) {
        return new Wanted(
                q.isBlank() ? null : q.strip().replaceAll("([\\\\%_])", "\\\\$1"),
                site,
                spot,
                model.isEmpty() ? null : model,
                stands == null ? null : stands.verdict,
                withoutLimits(),
                stands == null ? List.of() : stands.states,
                stands == Stands.REVIEW,
                stands == Stands.APPROVAL,
                from == null ? null : from.atStartOfDay(zone).toInstant(),
                until == null ? null : until.plusDays(1).atStartOfDay(zone).toInstant());
    }

    private Boolean withoutLimits() {
        if (stands == Stands.UNLIMITED) {
            return true;
        }
        return stands == Stands.UNJUDGED || stands == Stands.REVIEW ? false : null;
    }

    /** Whether it leaves anything out. */
    public boolean narrowed() {
        return !q.isBlank()
                || site != null
                || spot != null
                || !model.isEmpty()
                || stands != null
                || from != null
                || until != null;
    }

    /** The address of another page of the same list. */
    public String atPage(int other) {
        Map<String, Object> all = new LinkedHashMap<>();
        all.put("q", q.strip());
        all.put("site", site);
        all.put("spot", spot);
        all.put("model", model);
        all.put("stands", stands == null ? null : stands.name());
        all.put("from", from);
        all.put("until", until);
        all.put("page", other == 0 ? null : other);
        all.values().removeIf(v -> v == null || v.equals(""));
        UriComponentsBuilder out = UriComponentsBuilder.fromPath("/missions");
        all.keySet().forEach(k -> out.queryParam(k, "{" + k + "}"));
        return out.encode().buildAndExpand(all).toUriString();
    }
}
