package org.pelerin.core.judge;

public enum Verdict {
    WITHIN,
    EXCURSIONS,
    INCONCLUSIVE
}
