/** Many loggers written at once, and their labels. */
package org.pelerin.app.deployment.prepare.batch;
