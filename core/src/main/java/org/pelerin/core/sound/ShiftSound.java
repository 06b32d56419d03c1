package org.pelerin.core.sound;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.pelerin.core.record.SampleSource;
import org.pelerin.core.stats.NoiseDose;

/**
 * A level in one shift; all levels in dB.
 *
 * @param from in ms since the epoch, as {@code to}: the whole shift
 * @param coverage per cent of it that valid samples stand for
 * @param leq energy mean over the time that they stand for
 * @param l10 level exceeded 10 % of the time, as {@code l50} and {@code l90}: percentiles 90, 50 and 10 of the samples that begin in it;
 *     NaN where none does
 * @param max greatest that was recorded: of the recorded maxima where there are any, else of the level itself
 * @param lex {@code LEX,8h = LAeq,Te + 10·lg(Te/8 h)} with Te the whole shift (ISO 9612)
 * @param doses by scheme, of the time that is covered: nothing is extrapolated
 */
public record ShiftSound(
        long from,
        long to,
        double coverage,
        double leq,
        double l10,
        double l50,
        double l90,
        double max,
        double lex,
        Map<NoiseDose.Scheme, NoiseDose> doses) {

    /** Those of which anything was recorded, in the order of time. One pass over the level; cost: the samples of one shift are kept. */
    public static List<ShiftSound> of(SampleSource level, WorkingShift shift) {
        ShiftSoundReader reader = new ShiftSoundReader(shift.windows());
        level.read(reader);
        return reader.shifts();
    }

    /**
     * The same where the logger recorded the greatest level of each interval beside the mean: the greatest of a shift is the greatest of those that stand in
     * it, never a mean.
     */
    public static List<ShiftSound> of(SampleSource level, SampleSource maxima, WorkingShift shift) {
        Map<Long, Double> greatest =
                of(maxima, shift).stream().collect(Collectors.toMap(ShiftSound::from, ShiftSound::max));
        return of(level, shift).stream()
                .map(s -> s.withMax(greatest.getOrDefault(s.from, Double.NaN)))
                .toList();
    }

    private ShiftSound withMax(double other) {
        return new ShiftSound(
                from, to, coverage, leq, l10, l50, l90, Double.isNaN(other) ? max : Math.max(other, max), lex, doses);
    }
}
