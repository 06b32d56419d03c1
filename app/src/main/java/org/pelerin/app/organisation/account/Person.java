package org.pelerin.app.organisation.account;

/**
 * Somebody who has an account.
 *
 * @param name of the account
 * @param displayName as pages show it
 */
public record Person(String name, String displayName, Role role) {

    /** Whether this person can be sent somewhere. */
    public boolean mayChange() {
        return role == Role.TECHNICIAN || role == Role.ADMIN;
    }
}
