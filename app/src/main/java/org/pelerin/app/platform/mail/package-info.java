/** Mails that are sent. */
package org.pelerin.app.platform.mail;
