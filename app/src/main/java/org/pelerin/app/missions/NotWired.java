package org.pelerin.app.missions;

/**
 * A mission that was written before all channels of its logger were wired.
 *
 * @param reason that was given
 */
public record NotWired(String serial, long missionId, String reason) {}
