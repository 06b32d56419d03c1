package org.pelerin.app.plans;

/**
 * That a plan is offered first.
 *
 * @param spotId where; 0 for every logger of its model
 * @param spot name of the spot, null for the model
 */
public record PlanDefault(long planId, long spotId, String spot) {}
