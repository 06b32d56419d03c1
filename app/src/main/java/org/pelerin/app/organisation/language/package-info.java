/** The language that each person reads Pelerin in. */
package org.pelerin.app.organisation.language;
