package org.pelerin.link.frame;

/**
 * One message on the wire.
 *
 * @param type what it asks or answers; see {@link org.pelerin.link.message.MessageType}
 * @param id chosen by the side that asks, repeated by the answer, 0…65 535
 * @param payload at most {@link FrameCodec#MAX_PAYLOAD} bytes
 */
public record Frame(int type, int id, byte[] payload) {}
