/** How long records are kept, and their removal afterwards: archived, with a reason, by two people. */
package org.pelerin.app.report.retention;
