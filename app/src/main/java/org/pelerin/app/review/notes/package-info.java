/** What people note at an instant of a record, or over a stretch of it. */
package org.pelerin.app.review.notes;
