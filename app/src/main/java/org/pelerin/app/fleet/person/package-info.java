/** One's own settings, calendar and mail. */
package org.pelerin.app.fleet.person;
