/** What programs sign in with in a person's stead. */
package org.pelerin.app.organisation.token;
