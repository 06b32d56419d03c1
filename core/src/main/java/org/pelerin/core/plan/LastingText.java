package org.pelerin.core.plan;

import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.pelerin.core.judge.Lasting;
import org.pelerin.core.judge.Limits;
import org.pelerin.core.judge.Rule;
import org.pelerin.core.language.CoreTexts;

/** How long a departure may last, as people write it: {@code 30 min}, {@code 3 samples}, {@code 8 h in all}. */
public final class LastingText {

    private static final Set<String> AT_ONCE = CoreTexts.typed("core.plan.lastingText.typedAtOnce");
    private static final Pattern SAMPLES =
            Pattern.compile("(\\d{1,6})\\s*" + anyOf(CoreTexts.typed("core.plan.lastingText.typedSamples")));
    private static final Pattern IN_ALL =
            Pattern.compile("(.*\\S)\\s+" + anyOf(CoreTexts.typed("core.plan.lastingText.typedInAll")));

    private LastingText() {}

    private static String anyOf(Set<String> words) {
        return words.stream().map(w -> w.replace(" ", "\\s+")).collect(Collectors.joining("|", "(?:", ")"));
    }

    /**
     * Nothing written is at once.
     *
     * @throws IllegalArgumentException with a message for people
     */
    public static Lasting parse(String text) {
        String t = text.strip().toLowerCase(java.util.Locale.ROOT).replace('\u00a0', ' ');
        if (t.isEmpty() || AT_ONCE.contains(t)) {
            return Lasting.ANY;
        }
        Matcher samples = SAMPLES.matcher(t);
        Matcher inAll = IN_ALL.matcher(t);
        try {
            if (samples.matches()) {
                return Lasting.samples(Integer.parseInt(samples.group(1)));
            }
            if (inAll.matches()) {
                return Lasting.allowance(Durations.parse(inAll.group(1)));
            }
            if (t.matches("\\d+")) {
                // minutes or samples: not guessed
                throw new IllegalArgumentException(t);
            }
            return Lasting.delay(Durations.parse(t));
        } catch (IllegalArgumentException e) {
            throw new IllegalArgumentException(CoreTexts.say("core.plan.lastingText.write30Min3Samples"));
        }
    }

    /** As {@link #parse} reads it; empty for at once. */
    public static String format(Lasting lasting) {
        if (lasting instanceof Lasting.Delay d) {
            return d.delay().isZero() ? "" : Durations.format(d.delay());
        }
        if (lasting instanceof Lasting.Samples s) {
            return CoreTexts.say("core.plan.lastingText.samples", "count", s.count());
        }
        return lasting instanceof Lasting.Allowance a
                ? CoreTexts.say("core.plan.lastingText.inAll", "sum", Durations.format(a.sum()))
                : "";
    }

    /** What each rule of values says, as {@link #phrase}, by its id. */
    public static Map<String, String> phrases(Limits limits) {
        return limits.rules().stream().collect(Collectors.toMap(Rule::id, r -> phrase(r.lasting())));
    }

    /** For a sentence: “at once”, “for over 30 min”, “in 3 samples running”, “for over 8 h in all”. */
    public static String phrase(Lasting lasting) {
        if (lasting instanceof Lasting.Samples s) {
            return s.count() == 1
                    ? CoreTexts.say("core.plan.lastingText.atOnce")
                    : CoreTexts.say("core.plan.lastingText.inSamplesInARow", "count", s.count());
        }
        String text = format(lasting);
        return text.isEmpty()
                ? CoreTexts.say("core.plan.lastingText.atOnce")
                : CoreTexts.say("core.plan.lastingText.forLongerThan", "text", text);
    }
}
