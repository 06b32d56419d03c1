package org.pelerin.app.loggers.calibration;

import java.time.DateTimeException;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import org.pelerin.app.platform.language.Texts;
import org.pelerin.app.platform.web.FieldReader;
import org.pelerin.app.platform.web.Form;
import org.pelerin.app.platform.web.TypedTime;
import org.pelerin.core.sensor.Correction;
import org.pelerin.core.sensor.Scaling;

/** A certificate as it is typed. */
public class CalibrationForm implements Form {

    public int channel;
    public String certificate = "";
    public String calibrated = "";
    public String due = "";
    public String kind = "offset";
    public String offset = "0";
    public String gain = "1";
    public String points = "";
    public String reason = "";
    /** The newest certificate of any channel of the logger when this form was opened, see {@link CalibrationService#newestNumber}. */
    public Long seen;

    /** For the next certificate of a channel: with the correction that holds, which is most often confirmed. */
    static CalibrationForm after(int channel, Correction holding) {
        CalibrationForm form = new CalibrationForm();
        form.channel = channel;
        if (holding instanceof Correction.Points p) {
            form.kind = "points";
            form.points = p.points().stream()
                    .map(x -> FieldReader.plain(x.raw()) + " " + FieldReader.plain(x.value()))
                    .collect(Collectors.joining("\n"));
        } else if (holding instanceof Correction.Linear l) {
            form.kind = l.gain() == 1 ? "offset" : "gain";
            form.gain = FieldReader.plain(l.gain());
            form.offset = FieldReader.plain(l.offset());
        }
        return form;
    }

    Correction correction(FieldReader typed) {
        try {
            return switch (kind) {
                case "points" -> new Correction.Points(points(typed));
                case "gain" -> new Correction.Linear(typed.needed("gain", gain, 1), typed.needed("offset", offset, 0));
                default -> Correction.offset(typed.needed("offset", offset, 0));
            };
        } catch (IllegalArgumentException e) {
            typed.wrong(kind.equals("points") ? "points" : "gain", e.getMessage());
            return Correction.NONE;
        }
    }

    private List<Scaling.Point> points(FieldReader typed) {
        List<Scaling.Point> out = new ArrayList<>();
        String[] lines = points.strip().split("\\R");
        for (int i = 0; i < lines.length; i++) {
            String[] cells = lines[i].strip().split("[\\t;]\\s*|\\s+");
            if (cells.length != 2) {
                typed.wrong(
                        "points", Texts.of("loggers.calibration.calibrationForm.rowNeedsTwoNumbersThe", "i", (i + 1)));
                continue;
            }
            out.add(new Scaling.Point(typed.needed("points", cells[0], i), typed.needed("points", cells[1], 0)));
        }
        return out;
    }

    /** The beginning of a day; null if none is given. */
    static Instant day(String field, String text, ZoneId zone, FieldReader typed) {
        try {
            return text.isBlank()
                    ? null
                    : TypedTime.day(text).atStartOfDay(zone).toInstant();
        } catch (DateTimeException e) {
            typed.wrong(field, e.getMessage());
            return null;
        }
    }
}
