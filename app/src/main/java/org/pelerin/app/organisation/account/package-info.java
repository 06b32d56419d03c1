/** Accounts, roles, passwords, sign-ins. */
package org.pelerin.app.organisation.account;
