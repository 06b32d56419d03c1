package org.pelerin.core.judge;

public enum Severity {
    NOTE,
    MINOR,
    MAJOR,
    CRITICAL
}
