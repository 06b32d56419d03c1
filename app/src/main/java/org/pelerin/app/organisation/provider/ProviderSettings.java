package org.pelerin.app.organisation.provider;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Who signs people in beside the own accounts.
 *
 * @param issuer address of the provider, as its tokens name it; empty for none
 * @param client what this installation is called there
 * @param secret that it has there
 * @param name of the provider, for people; its host where empty
 * @param claim that decides the role
 * @param roles which value of it gives which role
 * @param sites {@code all} or {@code none}: where new accounts have rights at first
 */
@ConfigurationProperties("pelerin.sign-in")
record ProviderSettings(
        @DefaultValue("") String issuer,
        @DefaultValue("") String client,
        @DefaultValue("") String secret,
        @DefaultValue("") String name,
        @DefaultValue("groups") String claim,
        @DefaultValue("") String roles,
        @DefaultValue("all") String sites) {

    boolean present() {
        return !issuer.isBlank();
    }

    String called() {
        return !name.isBlank() ? name : issuer.replaceFirst("^https?://", "").replaceFirst("[/:].*", "");
    }

    boolean atAllSites() {
        return !sites.equals("none");
    }
}
