/** The record of a spot over years. */
package org.pelerin.app.review.years;
