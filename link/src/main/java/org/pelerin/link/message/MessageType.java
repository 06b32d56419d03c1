package org.pelerin.link.message;

/** The codes of requests; an answer has {@link #ANSWER} added, a refusal is {@link #REFUSAL}. */
public final class MessageType {

    public static final int PORTS = 0x01;
    public static final int OPEN = 0x02;
    public static final int IDENTIFY = 0x10;
    public static final int STATUS = 0x11;
    public static final int LIVE = 0x12;
    public static final int CLOCK_GET = 0x13;
    public static final int CLOCK_SET = 0x14;
    public static final int SPECTRUM = 0x15;
    public static final int PHASES = 0x16;
    public static final int WRITE_PLAN = 0x20;
    public static final int READ_PLAN = 0x21;
    public static final int START = 0x22;
    public static final int STOP = 0x23;
    public static final int UNLOCK = 0x25;
    public static final int SET_PIN = 0x26;
    public static final int CLEAR_PIN = 0x27;
    public static final int MISSIONS = 0x30;
    public static final int READ_HEADER = 0x31;
    public static final int READ_PAGE = 0x32;
    public static final int ERASE = 0x33;

    public static final int FIRMWARE_BEGIN = 0x40;
    public static final int FIRMWARE_DATA = 0x41;
    public static final int FIRMWARE_END = 0x42;
    public static final int OUTPUT = 0x50;

    public static final int REFUSAL = 0x7f;
    public static final int ANSWER = 0x80;

    private MessageType() {}
}
