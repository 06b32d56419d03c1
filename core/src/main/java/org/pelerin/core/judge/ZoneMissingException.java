package org.pelerin.core.judge;

/** A rule looks at the local clock, and neither it nor the record says where. */
public final class ZoneMissingException extends IllegalArgumentException {

    ZoneMissingException(String rule) {
        super("“" + rule + "” looks at the local clock, and neither it nor the record names a time zone");
    }
}
