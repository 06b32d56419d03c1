/** Secrets: made, and sealed at rest under a key of the installation. */
package org.pelerin.app.platform.secret;
