package org.pelerin.core.plan;

import java.util.ArrayList;
import java.util.List;
import org.pelerin.core.model.Firmware;
import org.pelerin.core.model.LoggerModel;

/** What preflight has found so far, and the words that its parts share. */
final class Conflicts {

    private final LoggerModel model;
    private final Firmware firmware;
    private final List<Conflict> found = new ArrayList<>();

    /** @param firmware of the logger in hand, or null */
    Conflicts(LoggerModel model, Firmware firmware) {
        this.model = model;
        this.firmware = firmware;
    }

    List<Conflict> all() {
        return List.copyOf(found);
    }

    void blocks(String field, String message, String fix) {
        found.add(Conflict.blocks(field, message, fix));
    }

    void warns(String field, String message, String fix) {
        found.add(Conflict.warns(field, message, fix));
    }

    /** Notes a feature for which the model needs a certain firmware; looked at once a logger is in hand. */
    void needs(String field, String feature) {
        model.firmware().neededFor(feature).ifPresent(f -> tooOld(field, f));
    }

    void tooOld(String field, Firmware needed) {
        if (firmware != null && firmware.compareTo(needed) < 0) {
            blocks(
                    field,
                    "Firmware " + firmware + " is too old for this setting",
                    "It needs " + needed + " or newer: update the logger, or choose another setting");
        }
    }

    static String plain(double v) {
        return v == Math.rint(v) ? String.valueOf((long) v) : String.valueOf(v);
    }

    static String range(MeasuredChannel channel) {
        return plain(channel.low()) + " to " + plain(channel.high()) + " " + channel.unit();
    }

    static boolean outside(MeasuredChannel channel, double v) {
        return !(v >= channel.low() && v <= channel.high());
    }
}
