/** Reports of missions and of periods: put together, kept, scheduled, sent. */
package org.pelerin.app.report.document;
