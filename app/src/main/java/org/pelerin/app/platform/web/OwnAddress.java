package org.pelerin.app.platform.web;

import org.pelerin.app.platform.PelerinProperties;
import org.springframework.core.env.Environment;
import org.springframework.stereotype.Component;

/**
 * Where this application is reached, for what leaves it: mails, calendars, codes on paper. As it is configured; never what a request
 * names as its host, for that is said by whoever asks.
 */
@Component
public class OwnAddress {

    private final String configured;
    private final Environment environment;

    OwnAddress(PelerinProperties properties, Environment environment) {
        this.configured = properties.address().replaceAll("/+$", "");
        this.environment = environment;
    }

    /** Without a slash at its end. */
    public String base() {
        return configured.isEmpty()
                ? "http://127.0.0.1:" + environment.getProperty("local.server.port", "8080")
                : configured;
    }
}
