/** Ways to draw missions that people keep: for one mission, for every mission at a spot, for several together. */
package org.pelerin.app.review.views;
