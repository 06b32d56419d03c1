package org.pelerin.app.platform.settings;

import java.util.List;

/** Settings that are not what they should be; nothing was started. */
public final class WrongSettingsException extends RuntimeException {

    private final List<String> wrong;

    WrongSettingsException(List<String> wrong) {
        super(String.join(" ", wrong));
        this.wrong = List.copyOf(wrong);
    }

    /** A sentence each. */
    public List<String> wrong() {
        return wrong;
    }
}
