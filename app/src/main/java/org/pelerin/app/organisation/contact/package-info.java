/** The address book. */
package org.pelerin.app.organisation.contact;
