package org.pelerin.core.model;

/** A firmware version, as {@code 1.4}. */
public record Firmware(int major, int minor) implements Comparable<Firmware> {

    /** @throws IllegalArgumentException if it is not two numbers with a point between */
    public static Firmware parse(String text) {
        String[] parts = text.split("\\.", -1);
        try {
            if (parts.length == 2) {
                return new Firmware(Integer.parseInt(parts[0]), Integer.parseInt(parts[1]));
            }
        } catch (NumberFormatException e) {
            // said below
        }
        throw new IllegalArgumentException("“" + text + "” is not a firmware version such as 1.4");
    }

    @Override
    public int compareTo(Firmware other) {
        return major != other.major ? Integer.compare(major, other.major) : Integer.compare(minor, other.minor);
    }

    @Override
    public String toString() {
        return major + "." + minor;
    }
}
