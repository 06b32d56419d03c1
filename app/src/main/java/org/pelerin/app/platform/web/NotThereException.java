package org.pelerin.app.platform.web;

import org.springframework.http.HttpStatus;
import org.springframework.web.server.ResponseStatusException;

/** What an address names does not exist: a 404 that says what was looked for. */
public class NotThereException extends ResponseStatusException {

    public NotThereException(String what) {
        super(HttpStatus.NOT_FOUND, what);
    }
}
