package org.pelerin.app.fleet.home;

import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;
import org.pelerin.app.fleet.attention.LoggerOverview;
import org.pelerin.app.fleet.attention.LoggerStatus;
import org.pelerin.app.fleet.attention.Need;
import org.pelerin.app.platform.web.Form;
import org.springframework.web.util.UriComponentsBuilder;

/** What of the fleet is shown; an empty field lets all through. */
public class FleetFilter implements Form {

    static final Map<String, Duration> SCALES = new LinkedHashMap<>();

    static {
        SCALES.put("day", Duration.ofHours(60));
        SCALES.put("week", Duration.ofDays(10));
        SCALES.put("month", Duration.ofDays(35));
        SCALES.put("quarter", Duration.ofDays(100));
    }

    public String scale = "month";
    public String who = "all";
    public String site = "";
    public String model = "";
    public LoggerStatus stand;
    public Need.Kind need;
    public int page;

    Duration span() {
        if (!SCALES.containsKey(scale)) {
            scale = "month";
        }
        return SCALES.get(scale);
    }

    boolean shows(LoggerOverview s, Instant now) {
        return (!who.equals("needy") || !s.needs().isEmpty())
                && (site.isEmpty() || site.equals(LoggerHistory.site(s)))
                && (model.isEmpty() || model.equals(s.device().model()))
                && (stand == null || stand == LoggerStatus.of(s, now))
                && (need == null || s.needs().stream().anyMatch(n -> n.kind() == need));
    }

    /** Whether any of the fields below the first line is set. */
    public boolean narrowed() {
        return !site.isEmpty() || !model.isEmpty() || stand != null || need != null;
    }

    /** Its address with one field other than it is. */
    public String with(String field, Object value) {
        Map<String, Object> all = new LinkedHashMap<>();
        all.put("who", who.equals("all") ? "" : who);
        all.put("scale", scale.equals("month") ? "" : scale);
        all.put("site", site);
        all.put("model", model);
        all.put("stand", stand == null ? "" : stand.name());
        all.put("need", need == null ? "" : need.name());
        all.put(field, value);
        UriComponentsBuilder out = UriComponentsBuilder.fromPath("/");
        all.forEach((k, v) -> {
            if (!String.valueOf(v).isEmpty() && !(k.equals("page") && v.equals(0))) {
                out.queryParam(k, "{" + k + "}");
            }
        });
        return out.encode().buildAndExpand(all).toUriString();
    }
}
