/** The simulated outdoors as a page, where there is one. */
package org.pelerin.app.shell.yard;
