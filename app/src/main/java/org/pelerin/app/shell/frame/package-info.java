/** What surrounds every page, and the pages of what went wrong. */
package org.pelerin.app.shell.frame;
