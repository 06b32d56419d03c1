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
 * @param address where this application is reached, for what is sent out; empty for this machine alone
 * @param fileNames pattern for names of files that leave, empty for the usual one
 * @param mail the server that notices go to, if any
 */
@ConfigurationProperties("pelerin")
public record PelerinProperties(
        ZoneId zone,
        Dock dock,
        Yard yard,
        @DefaultValue("false") boolean demo,
        @DefaultValue("") String address,
        @DefaultValue("") String fileNames,
        @DefaultValue Mail mail) {

    public record Dock(String host, int port) {}

    /** @param control address of the yard's control interface, empty for none */
    public record Yard(@DefaultValue("") String control) {

        public boolean present() {
            return !control.isBlank();
        }
    }

    /**
     * @param host of the SMTP server, empty for none
     * @param user empty where it asks for none
     * @param starttls whether the connection must become a secret one
     * @param from who the mails come from
     */
    public record Mail(
            @DefaultValue("") String host,
            @DefaultValue("25") int port,
            @DefaultValue("") String user,
            @DefaultValue("") String password,
            @DefaultValue("false") boolean starttls,
            @DefaultValue("pelerin@localhost") String from) {

        public boolean present() {
            return !host.isBlank();
        }
    }
}
