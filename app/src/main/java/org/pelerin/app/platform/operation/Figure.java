package org.pelerin.app.platform.operation;

import io.micrometer.core.instrument.Gauge;
import io.micrometer.core.instrument.MeterRegistry;
import io.micrometer.core.instrument.Tags;
import java.util.function.DoubleSupplier;
import org.springframework.dao.DataAccessException;
import org.springframework.transaction.TransactionException;

/** Figures for programs that watch. What cannot be had just now is none, and fails no other. */
public final class Figure {

    private Figure() {}

    /** One that is asked each time it is looked at. */
    public static void gauge(MeterRegistry registry, String name, DoubleSupplier value) {
        gauge(registry, name, Tags.empty(), value);
    }

    public static void gauge(MeterRegistry registry, String name, Tags tags, DoubleSupplier value) {
        Gauge.builder(name, () -> {
                    try {
                        return value.getAsDouble();
                    } catch (DataAccessException | TransactionException e) {
                        return Double.NaN;
                    }
                })
                .tags(tags)
                .register(registry);
    }
}
