package org.pelerin.app.judge;

import org.pelerin.core.exchange.JudgementDocument;
import org.pelerin.core.judge.Limits;

/**
 * A judgement of a mission is kept; said in the transaction that keeps it.
 *
 * @param by the limits that it was made by
 */
public record MissionJudged(long missionId, JudgementDocument document, Limits by) {}
