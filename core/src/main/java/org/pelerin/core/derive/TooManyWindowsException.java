package org.pelerin.core.derive;

/** Windows so short against the record that there would be no end of them. */
public final class TooManyWindowsException extends IllegalArgumentException {

    TooManyWindowsException(long most) {
        super("a record of more than " + most / 1_000_000 + " million windows is not judged; take longer windows");
    }
}
