package org.pelerin.app.platform.sql;

import java.time.Instant;
import org.apache.ibatis.type.MappedTypes;

/** Instants as milliseconds since the epoch, free of any zone that a driver or a server may think of. */
@MappedTypes(Instant.class)
public class InstantAsMillis extends MillisHandler<Instant> {

    @Override
    long toMillis(Instant value) {
        return value.toEpochMilli();
    }

    @Override
    Instant fromMillis(long millis) {
        return Instant.ofEpochMilli(millis);
    }
}
