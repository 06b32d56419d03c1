package org.pelerin.app.platform.sql;

import java.time.Duration;
import org.apache.ibatis.type.MappedTypes;

/** Durations as milliseconds. */
@MappedTypes(Duration.class)
public class DurationAsMillis extends MillisHandler<Duration> {

    @Override
    long toMillis(Duration value) {
        return value.toMillis();
    }

    @Override
    Duration fromMillis(long millis) {
        return Duration.ofMillis(millis);
    }
}
