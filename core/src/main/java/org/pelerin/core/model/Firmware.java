package org.pelerin.core.model;

/** A firmware version, as {@code 1.4}. */
public record Firmware(int major, int minor) implements Comparable<Firmware> {

    @Override
    public int compareTo(Firmware other) {
        return major != other.major ? Integer.compare(major, other.major) : Integer.compare(minor, other.minor);
    }

    @Override
    public String toString() {
        return major + "." + minor;
    }
}
