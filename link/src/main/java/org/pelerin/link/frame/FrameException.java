package org.pelerin.link.frame;

import java.io.IOException;

/** Bytes that are not a frame. */
public class FrameException extends IOException {

    public FrameException(String message) {
        super(message);
    }
}
