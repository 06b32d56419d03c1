/** The address book. */
package org.pelerin.app.people.contact;
