package org.pelerin.app.report.api;

import io.swagger.v3.oas.annotations.Hidden;
import org.pelerin.app.platform.web.NotThereException;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Addresses of the interface that there are none of. */
@RestController
@Hidden
class ApiElsewhere {

    @RequestMapping("/api/v1/**")
    void nothing() {
        throw new NotThereException(
                "There is nothing at this address, or not for this method; /api/docs says what there is.");
    }
}
