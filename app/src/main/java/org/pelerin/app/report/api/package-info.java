/** The interface for programs, version 1: what people see, as JSON and CSV. */
package org.pelerin.app.report.api;
