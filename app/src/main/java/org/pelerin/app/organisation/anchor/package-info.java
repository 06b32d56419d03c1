/** Heads of the audit trail, signed and kept outside the database. */
package org.pelerin.app.organisation.anchor;
