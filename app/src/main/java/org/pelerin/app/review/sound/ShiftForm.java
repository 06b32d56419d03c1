package org.pelerin.app.review.sound;

import java.time.DayOfWeek;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.pelerin.app.judge.shift.ShiftSetting;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Form;
import org.pelerin.core.sound.WorkingShift;
import org.pelerin.core.stats.NoiseDose;

/** When people work, as it is typed. */
public class ShiftForm implements Form {

    public String from = "06:00";
    public String to = "14:00";
    public List<String> days = new ArrayList<>(List.of("MONDAY", "TUESDAY", "WEDNESDAY", "THURSDAY", "FRIDAY"));
    public String scheme = NoiseDose.Scheme.ISO_85.key();
    public boolean ofSpot;

    static ShiftForm of(ShiftSetting s) {
        ShiftForm form = new ShiftForm();
        form.from = s.shift().from().toString();
        form.to = s.shift().to().toString();
        form.days =
                new TreeSet<>(s.shift().days()).stream().map(DayOfWeek::name).collect(Collectors.toList());
        form.scheme = s.scheme().key();
        form.ofSpot = s.ofSpot();
        return form;
    }

    /** Empty with words in {@code read} where it is none. */
    Optional<WorkingShift> shift(FieldReader read, ZoneId zone) {
        LocalTime begins = read.clock("from", from);
        LocalTime ends = read.clock("to", to);
        Set<DayOfWeek> on = Arrays.stream(DayOfWeek.values())
                .filter(d -> days.contains(d.name()))
                .collect(Collectors.toSet());
        if (on.isEmpty()) {
            read.wrong("days", Texts.of("review.sound.shiftForm.selectAtLeastOneDay"));
        }
        if (begins != null && begins.equals(ends)) {
            read.wrong("to", Texts.of("review.sound.shiftForm.aShiftCannotEndAt"));
        }
        if (NoiseDose.Scheme.of(scheme).isEmpty()) {
            read.wrong("scheme", Texts.of("review.sound.shiftForm.chooseAScheme"));
        }
        return read.errors().isEmpty() ? Optional.of(new WorkingShift(begins, ends, on, zone)) : Optional.empty();
    }
}
