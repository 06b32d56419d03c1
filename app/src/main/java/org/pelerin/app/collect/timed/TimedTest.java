package org.pelerin.app.collect.timed;

import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.stats.ElapsedRatio;

/**
 * A test of one thing, once.
 *
 * @param subject what was tested
 * @param number of the tests of that subject, from 1
 * @param channel label of the channel that it measures
 * @param recordingId the live readings that it consists of; null where it is a mission that came home
 * @param missionId what it has become; null while it goes on
 * @param begunAt with its first reading, {@code madeAt}: when somebody began it, or counted it from a mission
 */
public record TimedTest(
        long id,
        String serial,
        String subject,
        int number,
        String channel,
        String ratios,
        Long recordingId,
        Long missionId,
        Instant begunAt,
        Instant madeAt,
        String madeBy) {

    /** “Pump 3, test 7”. */
    public String name() {
        return Texts.of("collect.timed.timedTest.subjectTestNumber", "subject", subject, "number", number);
    }

    public List<ElapsedRatio> elapsed() {
        return read(ratios);
    }

    static List<ElapsedRatio> read(String ratios) {
        return Arrays.stream(ratios.split(" "))
                .filter(r -> !r.isBlank())
                .map(r -> r.split(":"))
                .map(r -> new ElapsedRatio(
                        Duration.ofSeconds(Long.parseLong(r[0])), Duration.ofSeconds(Long.parseLong(r[1]))))
                .toList();
    }

    static String write(List<ElapsedRatio> ratios) {
        return ratios.stream()
                .distinct()
                .map(r -> r.early().toSeconds() + ":" + r.late().toSeconds())
                .collect(Collectors.joining(" "));
    }
}
