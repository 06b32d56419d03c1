/** The languages that Pelerin speaks: message bundles, and which of them is used for whom. */
package org.pelerin.app.platform.language;
