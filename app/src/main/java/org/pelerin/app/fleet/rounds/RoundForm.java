package org.pelerin.app.fleet.rounds;

import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Form;

/** A round as it is typed. */
public class RoundForm implements Form {

    static final Duration LONGEST_AHEAD = Duration.ofDays(60);

    public String name = "";
    public String day = "";
    public String person = "";
    public String remarks = "";
    /** Mark of the round as this form showed it. */
    public String seen = "";
    /** Days that required collections are fetched ahead of their time. */
    public String ahead = "7";

    public List<Long> site = new ArrayList<>();
    /** Proposals that are taken up. */
    public List<String> task = new ArrayList<>();

    /** @param otherwise for a day that is none */
    LocalDate day(FieldReader typed, LocalDate otherwise) {
        return day.isBlank() ? otherwise : typed.day("day", day, otherwise);
    }

    int ahead(FieldReader typed) {
        Integer days =
                ahead.isBlank() ? Integer.valueOf(0) : typed.whole("ahead", ahead, 0, (int) LONGEST_AHEAD.toDays());
        return days == null ? 0 : days;
    }
}
