package org.pelerin.app.review.section;

import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Form;

/** What of a site is looked at together, as it is typed. */
public class SectionForm implements Form {

    private static final DateTimeFormatter LOCAL = DateTimeFormatter.ofPattern("yyyy-MM-dd'T'HH:mm:ss");

    public String from = "";
    public String to = "";
    public String unit = "";
    /** Another quantity beside it; empty for none. */
    public String second = "";

    public String low = "";
    public String high = "";

    /** Read. */
    record Asked(String unit, Instant from, Instant to, Double low, Double high) {

        /** As parameters of an address. */
        Map<String, Object> parameters(ZoneId zone) {
            Map<String, Object> out = new LinkedHashMap<>();
            out.put("from", LOCAL.withZone(zone).format(from));
            out.put("to", LOCAL.withZone(zone).format(to));
            out.put("unit", unit);
            out.put("low", low == null ? "" : FieldReader.plain(low));
            out.put("high", high == null ? "" : FieldReader.plain(high));
            return out;
        }
    }

    boolean blank() {
        return from.isBlank() && to.isBlank();
    }

    /** Empty with words in {@code read} where it makes no sense. */
    Optional<Asked> asked(FieldReader read, ZoneId zone) {
        Instant begin = read.local("from", from, zone, Instant.EPOCH);
        Instant end = read.local("to", to, zone, Instant.EPOCH);
        Double least = read.number("low", low);
        Double most = read.number("high", high);
        if (read.errors().isEmpty() && !end.isAfter(begin)) {
            read.wrong("to", Texts.of("review.section.sectionForm.thePeriodEndsBeforeIt"));
        }
        if (least != null && most != null && least > most) {
            read.wrong("high", Texts.of("review.section.sectionForm.theUpperEndOfThe"));
        }
        return read.errors().isEmpty()
                ? Optional.of(new Asked(unit.isBlank() ? "°C" : unit, begin, end, least, most))
                : Optional.empty();
    }

    void fill(String otherUnit, Instant begin, Instant end, Double least, Double most, ZoneId zone) {
        unit = otherUnit;
        from = LOCAL.withZone(zone).format(begin);
        to = LOCAL.withZone(zone).format(end);
        low = least == null ? "" : FieldReader.plain(least);
        high = most == null ? "" : FieldReader.plain(most);
    }
}
