package org.pelerin.app;

import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import org.pelerin.app.platform.PelerinProperties;
import org.pelerin.app.platform.web.Formats;

/** How things are written, for tests without an application around them; it is the spring of 2026. */
public final class PlainShow {

    public static final Instant NOW = Instant.parse("2026-03-19T07:40:00Z");

    private PlainShow() {}

    public static Formats in(ZoneId zone) {
        return new Formats(
                new PelerinProperties(zone, null, null, false, "", "", null), Clock.fixed(NOW, ZoneOffset.UTC));
    }
}
