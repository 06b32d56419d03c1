package org.pelerin.app.organisation.account;

import jakarta.servlet.http.HttpServletRequest;
import org.springframework.security.web.authentication.WebAuthenticationDetails;

/** Where a sign-in comes from: its address, and what its browser is known by. */
final class SignInDetails extends WebAuthenticationDetails {

    private static final long serialVersionUID = 1;

    private final transient String device;

    SignInDetails(HttpServletRequest request) {
        super(request);
        this.device = KnownDevices.cookie(request);
    }

    /** The cookie that it brought; empty for none. */
    String device() {
        return device == null ? "" : device;
    }
}
