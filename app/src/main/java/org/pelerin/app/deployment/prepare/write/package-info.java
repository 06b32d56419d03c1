/** A plan written into a logger, read back and compared. */
package org.pelerin.app.deployment.prepare.write;
