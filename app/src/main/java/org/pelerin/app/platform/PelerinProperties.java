package org.pelerin.app.platform;

import java.time.ZoneId;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Settings of this installation.
 *
 * @param zone time zone where no site says another
 * @param dock where the dock listens
 * @param yard the simulated outdoors, if any
 * @param demo whether an empty database is filled with demo data
 */
@ConfigurationProperties("pelerin")
public record PelerinProperties(
        ZoneId zone,
        Dock dock,
        Yard yard,
        @DefaultValue("false") boolean demo) {

    public record Dock(String host, int port) {}

    /** @param control address of the yard's control interface, empty for none */
    public record Yard(@DefaultValue("") String control) {

        public boolean present() {
            return !control.isBlank();
        }
    }
}
