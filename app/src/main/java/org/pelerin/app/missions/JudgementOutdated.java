package org.pelerin.app.missions;

import java.util.List;

/** What these missions are judged on or by has changed, and with it their version: said in the transaction that changes it. */
public record JudgementOutdated(List<Long> missions) {}
