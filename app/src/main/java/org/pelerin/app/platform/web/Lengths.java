package org.pelerin.app.platform.web;

import org.pelerin.app.platform.text.Length;
import org.springframework.stereotype.Component;

/** {@link Length}s for the fields of pages. */
@Component("lengths")
class Lengths {

    public int of(String length) {
        return Length.valueOf(length).most();
    }
}
