package org.pelerin.link.message;

import java.util.Arrays;

/** Why a logger or a dock does not do what it was asked. */
public enum Refusal {
    BAD_REQUEST(1),
    NO_LOGGER(2),
    NOT_OPEN(3),
    RUNNING(4),
    UNCOLLECTED(5),
    NO_SUCH_MISSION(6),
    NO_SUCH_PAGE(7),
    PAGE_GONE(8),
    INVALID_PLAN(9),
    PROOF_WRONG(10),
    NOT_WAITING(11),
    NO_PLAN(12),
    PIN_NEEDED(13),
    PIN_WRONG(14),
    BATTERY_LOW(15),
    FIRMWARE_BAD(16),
    UNKNOWN(255);

    private final int code;

    Refusal(int code) {
        this.code = code;
    }

    public int code() {
        return code;
    }

    public static Refusal ofCode(int code) {
        return Arrays.stream(values()).filter(r -> r.code == code).findFirst().orElse(UNKNOWN);
    }
}
