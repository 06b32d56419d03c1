/** Many loggers written at once, and their labels. */
package org.pelerin.app.prepare.batch;
