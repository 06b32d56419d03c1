package org.pelerin.app.organisation.provider;

import java.util.Optional;
import org.pelerin.app.platform.web.OwnAddress;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.security.oauth2.client.registration.ClientRegistration;
import org.springframework.security.oauth2.client.registration.ClientRegistrationRepository;
import org.springframework.security.oauth2.client.registration.ClientRegistrations;
import org.springframework.stereotype.Component;

/**
 * What the provider says of itself (OpenID Connect Discovery 1.0), asked for when somebody first signs in with it and known from then on: the
 * application starts, and own accounts sign in, while the provider is down.
 */
@Component
class LateRegistration implements ClientRegistrationRepository {

    static final String ID = "company";

    private static final Logger LOG = LoggerFactory.getLogger(LateRegistration.class);

    private final ProviderSettings settings;
    private final OwnAddress address;
    private volatile ClientRegistration known;

    LateRegistration(ProviderSettings settings, OwnAddress address) {
        this.settings = settings;
        this.address = address;
    }

    @Override
    public ClientRegistration findByRegistrationId(String id) {
        return ID.equals(id) ? get().orElse(null) : null;
    }

    /** Empty while the provider does not answer, or not as it should. */
    Optional<ClientRegistration> get() {
        if (known == null && settings.present()) {
            try {
                known = ClientRegistrations.fromIssuerLocation(settings.issuer())
                        .registrationId(ID)
                        .clientId(settings.client())
                        .clientSecret(settings.secret())
                        .scope("openid", "profile", "email")
                        // not as the request has it: whoever sends that says where he likes to be sent
                        .redirectUri(address.base() + "/login/oauth2/code/" + ID)
                        .build();
            } catch (RuntimeException e) {
                LOG.warn(
                        "The provider of sign-ins at {} does not answer as it should: {}",
                        settings.issuer(),
                        e.getMessage());
            }
        }
        return Optional.ofNullable(known);
    }
}
