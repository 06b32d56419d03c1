/** Secrets at rest, sealed under a key of the installation. */
package org.pelerin.app.platform.secret;
