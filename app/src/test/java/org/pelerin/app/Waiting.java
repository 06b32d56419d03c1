package org.pelerin.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.concurrent.TimeUnit;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;

/** For what is done in the background. */
final class Waiting {

    private static final int PAUSE_MS = 50;
    private static final int LOOKS = 800;

    private Waiting() {}

    /** Returns as soon as it is so; fails after forty seconds. */
    static void until(String what, BooleanSupplier so) throws InterruptedException {
        until(() -> what, so);
    }

    /** @param what in words, with how it is when it is waited for no longer */
    static void until(Supplier<String> what, BooleanSupplier so) throws InterruptedException {
        for (int i = 0; i < LOOKS && !so.getAsBoolean(); i++) {
            TimeUnit.MILLISECONDS.sleep(PAUSE_MS);
        }
        assertThat(so.getAsBoolean()).as(what).isTrue();
    }
}
