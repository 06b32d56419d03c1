/** Sign-in with a provider of the organisation's own (OpenID Connect), beside the own accounts. */
package org.pelerin.app.organisation.provider;
