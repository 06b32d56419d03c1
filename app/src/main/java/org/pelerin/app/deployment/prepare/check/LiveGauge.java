package org.pelerin.app.deployment.prepare.check;

import org.pelerin.app.platform.language.Texts;
import org.pelerin.core.plan.ChannelSettings;
import org.pelerin.core.plan.LimitText;
import org.pelerin.core.plan.MeasuredChannel;
import org.pelerin.core.stats.Band;
import org.pelerin.core.unit.Conversion;
import org.pelerin.core.unit.ShownUnits;
import org.pelerin.core.unit.Unit;
import org.pelerin.link.message.LiveValues;

/**
 * One channel's live reading on its range, drawn {@value #WIDTH} wide.
 *
 * @param share where the reading lies between the ends of the range, 0 to 1 and beyond; NaN where the sensor reads open
 * @param x position of the reading; −1 where the sensor reads open
 * @param lowX left edge of the allowed band, as {@code highX} the right one; the whole range where there are no limits
 * @param counts whether it is recorded, or is part of the logger itself
 * @param low lower end of the range, as {@code high} the upper one
 * @param fault why it has no value: “open”, or the signal that its sensor does not give; empty where it has one
 * @param side 1 above its band, −1 below, 0 inside
 */
public record LiveGauge(
        String label,
        String unit,
        double value,
        int decimals,
        double share,
        int x,
        int lowX,
        int highX,
        boolean banded,
        int side,
        String fault,
        double low,
        double high,
        boolean counts) {

    public static final int WIDTH = 300;

    /** @param settings what a plan asks of the channel, or null */
    static LiveGauge of(LiveValues.Value reading, ChannelSettings settings) {
        MeasuredChannel channel = reading.channel();
        double value = reading.value();
        boolean ranged = settings != null && settings.display() != null;
        double low = ranged ? settings.display().low() : channel.low();
        double high = ranged ? settings.display().high() : channel.high();
        Double min = settings == null || settings.low() == null
                ? null
                : settings.low().limit();
        Double max = settings == null || settings.high() == null
                ? null
                : settings.high().limit();
        if (!ranged && min != null && max != null) {
            // with a band, the scale is three times as wide as the band, so that it can be read
            low = Math.max(low, min - (max - min));
            high = Math.min(high, max + (max - min));
        }
        Band band =
                new Band(min == null ? Double.NEGATIVE_INFINITY : min, max == null ? Double.POSITIVE_INFINITY : max);
        return new LiveGauge(
                channel.label(),
                channel.unit(),
                value,
                channel.decimals(),
                share(value, low, high),
                Double.isNaN(value) ? -1 : x(value, low, high),
                min == null ? 0 : x(min, low, high),
                max == null ? WIDTH : x(max, low, high),
                min != null || max != null,
                band.side(value),
                fault(reading),
                low,
                high,
                settings != null || !channel.input().kind().wired());
    }

    private static String fault(LiveValues.Value reading) {
        return Double.isNaN(reading.raw())
                ? Texts.of("deployment.prepare.check.liveGauge.open")
                : Double.isNaN(reading.value())
                        ? Texts.of(
                                "deployment.prepare.check.liveGauge.noValueFrom",
                                "quantity",
                                LimitText.quantity(
                                        reading.raw(), reading.channel().input().unit()))
                        : "";
    }

    /** The same in the units that somebody wants; what lies where stays as it is. */
    LiveGauge shown(ShownUnits inUnits) {
        Conversion to = Unit.of(unit).shown(inUnits);
        return new LiveGauge(
                label,
                to.symbol(),
                to.value(value),
                to.decimals(decimals),
                share,
                x,
                lowX,
                highX,
                banded,
                side,
                fault,
                to.value(low),
                to.value(high),
                counts);
    }

    public String from() {
        return plain(low);
    }

    public String to() {
        return plain(high);
    }

    /** Whether it wants a look: it has no value, or one outside its band. */
    public boolean troubled() {
        return open() || side != 0;
    }

    /** “Air 12.10 °C”. */
    public String told() {
        return label + " "
                + (open() ? fault : String.format(java.util.Locale.ROOT, "%." + decimals + "f", value) + " " + unit);
    }

    public boolean open() {
        return x < 0;
    }

    private static double share(double v, double low, double high) {
        return (v - low) / (high - low);
    }

    private static int x(double v, double low, double high) {
        return (int) Math.round(Math.max(0, Math.min(1, share(v, low, high))) * WIDTH);
    }

    private static String plain(double v) {
        return (v == Math.rint(v) ? String.valueOf((long) v) : String.format(java.util.Locale.ROOT, "%.1f", v))
                .replace('-', '−');
    }
}
