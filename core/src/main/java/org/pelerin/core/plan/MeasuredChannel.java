package org.pelerin.core.plan;

import java.util.List;
import java.util.Optional;
import org.pelerin.core.language.CoreTexts;
import org.pelerin.core.model.ChannelModel;
import org.pelerin.core.model.Input;
import org.pelerin.core.model.InputModel;
import org.pelerin.core.model.LoggerModel;
import org.pelerin.core.sensor.Correction;
import org.pelerin.core.sensor.Scaler;
import org.pelerin.core.sensor.Scaling;
import org.pelerin.core.sensor.Sensor;
import org.pelerin.core.series.Resolution;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.SignificantDigits;
import org.pelerin.core.unit.Unit;

/**
 * One channel as a plan has it measured: the way from a stored count to the value that is shown, in the order raw count →
 * electrical or native quantity → fault check → scaling → calibration → low cut-off → unit shown.
 */
public final class MeasuredChannel {

    private static final int NOISE_STEPS = 2000;

    private final ChannelSettings settings;
    private final InputModel input;
    private final Sensor sensor;
    private final Conversion unit;
    private final Scaler scaler;

    private MeasuredChannel(
            ChannelSettings settings, InputModel input, Sensor sensor, Conversion unit, List<String> names) {
        this.settings = settings;
        this.input = input;
        this.sensor = sensor;
        this.unit = unit;
        this.scaler = Scaler.of(sensor.scaling(), names);
    }

    /**
     * @throws IllegalArgumentException if the channel cannot take in what the sensor gives, its unit cannot be shown, or a formula
     *     cannot be read; the message is for people
     */
    public static MeasuredChannel of(LoggerModel model, Plan plan, int channel) {
        ChannelModel channelModel = model.channels().get(channel);
        ChannelSettings settings = plan.channels().get(channel);
        List<String> others = plan.enabled().stream()
                .filter(i -> i != channel)
                .map(i -> plan.channels().get(i).label())
                .toList();
        return of(channelModel, settings, others);
    }

    /** @param others names of the channels that a formula may use */
    public static MeasuredChannel of(ChannelModel model, ChannelSettings settings, List<String> others) {
        Sensor chosen = settings.sensor();
        InputModel input = chosen == null
                ? model.own()
                : model.input(chosen.input())
                        .orElseThrow(() -> new IllegalArgumentException(CoreTexts.say(
                                "core.plan.measuredChannel.givesWhichThisChannelCannot",
                                "name",
                                chosen.name(),
                                "input",
                                chosen.input().words())));
        Sensor sensor = chosen == null ? own(model) : chosen;
        String shown = settings.unit().isEmpty() ? sensor.unit() : settings.unit();
        return new MeasuredChannel(
                settings, input, sensor, Unit.of(sensor.unit()).shownIn(Unit.of(shown)), others);
    }

    /** A channel's own sensor; a thermocouple input without a sensor gives the voltage. */
    private static Sensor own(ChannelModel model) {
        InputModel input = model.own();
        Input kind = input.kind() == Input.THERMOCOUPLE ? Input.VOLTAGE : input.kind();
        return new Sensor(
                model.sensor(),
                kind,
                new Scaling.None(),
                input.unit(),
                input.low(),
                input.high(),
                input.resolution().decimals(),
                kind == Input.RESISTANCE ? 4 : 0,
                0,
                0,
                null);
    }

    public String label() {
        return settings.label();
    }

    public Sensor sensor() {
        return sensor;
    }

    public InputModel input() {
        return input;
    }

    /** Symbol of the unit shown. */
    public String unit() {
        return unit.symbol();
    }

    public int decimals() {
        if (settings.decimals() != null) {
            return settings.decimals();
        }
        int shift = (int) Math.round(Math.log10(Math.abs(unit.factor())));
        return Math.max(0, Math.min(6, sensor.decimals() - shift));
    }

    /** Least value that it can show. */
    public double low() {
        return unit.value(sensor.low());
    }

    /** Greatest value that it can show. */
    public double high() {
        return unit.value(sensor.high());
    }

    /** Whether its value depends on other channels of the record. */
    public boolean formula() {
        return sensor.scaling() instanceof Scaling.Formula;
    }

    /** The step of its values where they are nothing but the stored counts; empty where they are computed. */
    public Optional<Resolution> resolution() {
        boolean plain = sensor.scaling() instanceof Scaling.None
                && settings.correction().equals(Correction.NONE)
                && settings.cutOff() == 0
                && settings.fault() == FaultDirection.MISSING
                && sensor.shuntOhms() == 0
                && unit.same();
        return plain ? Optional.of(input.resolution()) : Optional.empty();
    }

    /**
     * The value of an electrical or native quantity.
     *
     * @param raw in the input's unit; NaN for a sensor fault
     * @return in the unit shown; NaN where the sample is missing
     */
    public double value(double raw, Scaler.Row row) {
        double v = engineering(raw, row);
        if (Double.isNaN(v)) {
            return switch (settings.fault()) {
                case MISSING -> Double.NaN;
                case UP -> high();
                case DOWN -> low();
            };
        }
        return unit.value(v);
    }

    /**
     * Standard deviation of its values around one of them: the input's noise by the slope of the scaling there.
     *
     * @return in the unit shown; 0 where the value depends on other channels
     */
    public double noise(double around) {
        if (formula()) {
            return 0;
        }
        double step = (input.high() - input.low()) / NOISE_STEPS;
        double nearest = Double.POSITIVE_INFINITY;
        double slope = 0;
        for (int i = 1; i < NOISE_STEPS; i++) {
            double raw = input.low() + i * step;
            double before = value(raw - step / 2, Scaler.Row.NONE);
            double after = value(raw + step / 2, Scaler.Row.NONE);
            double far = Math.abs((before + after) / 2 - around);
            if (far < nearest) {
                nearest = far;
                slope = Math.abs(after - before) / step;
            }
        }
        return slope * input.noise();
    }

    private double engineering(double raw, Scaler.Row row) {
        if (Double.isNaN(raw) || !input.inRange(raw)) {
            return Double.NaN;
        }
        double v = scaler.value(raw - leads(), row);
        if (!inRange(v)) {
            v = atEnd(raw, v, row);
        }
        double corrected = settings.correction().apply(v);
        double exact = computed() ? SignificantDigits.rounded(corrected) : corrected;
        return Math.abs(exact) < settings.cutOff() ? 0 : exact;
    }

    /**
     * A count stands for half a step either way: where the range's end lies in there, the value is the end. NaN where it does not.
     */
    private double atEnd(double raw, double v, Scaler.Row row) {
        double half =
                (double) input.resolution().numerator() / input.resolution().denominator() / 2;
        double down = scaler.value(raw - half - leads(), row);
        double up = scaler.value(raw + half - leads(), row);
        double inside = inRange(down) ? down : up;
        if (!inRange(inside)) {
            return Double.NaN;
        }
        boolean low =
                Double.isNaN(v) ? Math.abs(inside - sensor.low()) < Math.abs(inside - sensor.high()) : v < sensor.low();
        return low ? sensor.low() : sensor.high();
    }

    /** Whether its values are more than the stored counts: then they are rounded once. */
    private boolean computed() {
        return !(sensor.scaling() instanceof Scaling.None)
                || !settings.correction().none()
                || leads() != 0;
    }

    private boolean inRange(double v) {
        return v >= sensor.low() - slack() && v <= sensor.high() + slack();
    }

    /** What two wires add to a resistance. */
    private double leads() {
        return sensor.wires() == 2 ? sensor.leadOhms() : 0;
    }

    /** The range's ends belong to it, rounding of the scaling aside. */
    private double slack() {
        return 1e-9 * Math.max(Math.abs(sensor.low()), Math.abs(sensor.high()));
    }
}
