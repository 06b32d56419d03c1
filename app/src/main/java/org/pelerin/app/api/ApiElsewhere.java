package org.pelerin.app.api;

import org.pelerin.app.platform.web.NotThereException;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** Addresses of the interface that there are none of. */
@RestController
class ApiElsewhere {

    @GetMapping("/api/v1/**")
    void nothing() {
        throw new NotThereException("There is nothing at this address; /api/docs says what there is.");
    }
}
