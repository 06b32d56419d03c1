package org.pelerin.app.evidence;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.LinkedHashMap;
import java.util.Map;
import org.pelerin.app.platform.web.Form;
import org.springframework.web.util.UriComponentsBuilder;

/** Which entries of the audit trail are looked at, as the address says it. */
public class AuditFilter implements Form {

    public String who = "";
    /** Letters of what it was done to, or of what was done. */
    public String q = "";

    public LocalDate from;
    public LocalDate until;

    /** With the seals of what was changed, of which there is one for nearly each entry. */
    public boolean seals;

    /** Only entries before this one; null for the newest. */
    public Long before;

    /**
     * As it is asked of the database.
     *
     * @param text with the database's own signs escaped
     * @param until exclusive
     */
    record Wanted(String who, String text, boolean seals, Instant from, Instant until, Long before) {

        Wanted withSeals() {
            return new Wanted(who, text, true, from, until, before);
        }
    }

    Wanted wanted(ZoneId zone) {
        return new Wanted(
                who == null || who.isBlank() ? null : who.strip(),
                q == null || q.isBlank() ? null : q.strip().replaceAll("([\\\\%_])", "\\\\$1"),
                seals,
                from == null ? null : from.atStartOfDay(zone).toInstant(),
                until == null ? null : until.plusDays(1).atStartOfDay(zone).toInstant(),
                before);
    }

    public boolean any() {
        return who != null && !who.isBlank() || q != null && !q.isBlank() || seals || from != null || until != null;
    }

    /** The address of the same search, from an entry on; null for the newest. */
    public String at(String path, Long earlierThan) {
        Map<String, Object> all = new LinkedHashMap<>();
        all.put("who", who);
        all.put("q", q);
        all.put("seals", seals ? "true" : null);
        all.put("from", from);
        all.put("until", until);
        all.put("before", earlierThan);
        all.values().removeIf(v -> v == null || v.toString().isBlank());
        UriComponentsBuilder out = UriComponentsBuilder.fromPath(path);
        all.keySet().forEach(k -> out.queryParam(k, "{" + k + "}"));
        return out.encode().buildAndExpand(all).toUriString();
    }
}
