/** The first account, the demo data, the command for who is locked out. */
package org.pelerin.app.shell.setup;
