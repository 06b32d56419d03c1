package org.pelerin.app.judge.limits;

/** A set of limits has a version more: said in the transaction that saves it. */
record LimitSetSaved(LimitSet set) {}
