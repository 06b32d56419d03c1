/** Mails to who wants to be told. */
package org.pelerin.app.fleet.notices;
