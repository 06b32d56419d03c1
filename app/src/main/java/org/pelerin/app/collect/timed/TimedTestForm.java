package org.pelerin.app.collect.timed;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import org.pelerin.app.collect.live.LiveRecordings;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.text.Length;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Form;
import org.pelerin.core.plan.Durations;
import org.pelerin.core.stats.ElapsedRatio;
import org.pelerin.core.text.CleanText;

/** A timed test as it is typed. */
public class TimedTestForm implements Form {

    private static final Duration LONGEST = Duration.ofDays(1);

    public String subject = "";
    public String channel = "";
    public String length = "1 min";
    public String every = "1 s";
    public boolean minute;
    public boolean tenMinutes;

    /** Of one's own: {@code 3 min / 30 s}, several by commas. */
    public String own = "";

    String subject(FieldReader read) {
        String text = read.text("subject", CleanText.line(subject), Length.TEST_SUBJECT);
        if (text.isEmpty()) {
            read.wrong("subject", Texts.of("collect.timed.timedTestForm.enterTheSubjectOfThe"));
        }
        return text;
    }

    Duration every(FieldReader read) {
        Duration e = read.duration("every", every);
        if (e.compareTo(LiveRecordings.SHORTEST) < 0 || e.compareTo(LiveRecordings.LONGEST) > 0) {
            read.wrong("every", Texts.of("collect.timed.timedTestForm.chooseAnIntervalFrom1"));
        }
        return e;
    }

    Duration length(FieldReader read, Duration interval) {
        Duration l = read.duration("length", length);
        if (l.compareTo(interval) < 0 || l.compareTo(LONGEST) > 0) {
            read.wrong("length", Texts.of("collect.timed.timedTestForm.aTestLastsAtLeast"));
        } else if (!interval.isZero() && TimedTests.readings(l, interval) > TimedTests.MOST) {
            read.wrong("every", Texts.of("collect.timed.timedTestForm.aTestHasAtMost", "most", TimedTests.MOST));
        }
        return l;
    }

    /** @param within the length of the test, which no ratio may go beyond */
    List<ElapsedRatio> ratios(FieldReader read, Duration within) {
        List<ElapsedRatio> out = new ArrayList<>();
        if (minute) {
            out.add(ElapsedRatio.MINUTE);
        }
        if (tenMinutes) {
            out.add(ElapsedRatio.TEN_MINUTES);
        }
        for (String one : own.split(",")) {
            if (!one.isBlank()) {
                add(one, out, read);
            }
        }
        for (ElapsedRatio r : out) {
            if (r.late().compareTo(within) > 0) {
                read.wrong(
                        "own",
                        Texts.of("collect.timed.timedTestForm.isAfterTheEndOf", "late", Durations.format(r.late())));
            }
        }
        return out;
    }

    private static void add(String text, List<ElapsedRatio> out, FieldReader read) {
        String[] parts = text.split("/");
        try {
            if (parts.length != 2) {
                throw new IllegalArgumentException(text);
            }
            out.add(new ElapsedRatio(Durations.parse(parts[1]), Durations.parse(parts[0])));
        } catch (IllegalArgumentException e) {
            read.wrong("own", Texts.of("collect.timed.timedTestForm.writeTheLaterTimeOver"));
        }
    }
}
