package org.pelerin.core.plan;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.pelerin.core.language.CoreTexts;
import org.pelerin.core.model.Firmware;
import org.pelerin.core.model.LoggerModel;

/** What preflight has found so far, and the words that its parts share. */
final class Conflicts {

    private final LoggerModel model;
    private final Firmware firmware;
    private final List<Conflict> found = new ArrayList<>();
    private final Set<String> tooOld = new HashSet<>();

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

    /** What has to be settled with the logger itself. */
    void blocks(Conflict.Way way, String message, String fix) {
        found.add(new Conflict(Conflict.Level.BLOCKS, "", message, fix, way));
    }

    /** Told once, however many sides of a channel it holds for. */
    void warns(String field, String message, String fix) {
        Conflict c = Conflict.warns(field, message, fix);
        if (!found.contains(c)) {
            found.add(c);
        }
    }

    /**
     * Notes a feature for which the model needs a certain firmware, once; looked at once a logger is in hand.
     *
     * @param setting that asks for it, as people say it
     */
    void needs(String field, String feature, String setting) {
        model.firmware().neededFor(feature).ifPresent(f -> tooOld(field, f, setting));
    }

    void tooOld(String field, Firmware needed, String setting) {
        // one that is too old for everything has been told so
        if (firmware == null
                || firmware.compareTo(needed) >= 0
                || firmware.compareTo(model.firmware().oldest()) < 0
                || !tooOld.add(setting)) {
            return;
        }
        found.add(new Conflict(
                Conflict.Level.BLOCKS,
                field,
                CoreTexts.say(
                        "core.plan.conflicts.needsFirmwareOrNewerThis",
                        "setting",
                        setting,
                        "needed",
                        needed,
                        "firmware",
                        firmware),
                CoreTexts.say("core.plan.conflicts.updateTheLoggerOrChoose"),
                Conflict.Way.FIRMWARE));
    }

    static String plain(double v) {
        return LimitText.plain(v);
    }

    static String range(MeasuredChannel channel) {
        return CoreTexts.say(
                "core.plan.conflicts.plainToPlain2Unit",
                "plain",
                plain(channel.low()),
                "plain2",
                plain(channel.high()),
                "unit",
                channel.unit());
    }

    static boolean outside(MeasuredChannel channel, double v) {
        return !(v >= channel.low() && v <= channel.high());
    }
}
