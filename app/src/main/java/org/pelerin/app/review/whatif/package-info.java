/** Limits tried on a record that is home: what they would have found, before anything is changed. */
package org.pelerin.app.review.whatif;
