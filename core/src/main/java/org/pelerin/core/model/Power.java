package org.pelerin.core.model;

/**
 * What a model lives on.
 *
 * @param capacity of its battery, in mAh
 * @param sleep current between samples, in mA
 * @param replaceable whether its battery can be changed
 * @param supplyVolts voltage of its supply for probes; 0 if it has none
 * @param supplyMilliamps the most that the supply gives
 */
public record Power(double capacity, double sleep, boolean replaceable, double supplyVolts, double supplyMilliamps) {}
