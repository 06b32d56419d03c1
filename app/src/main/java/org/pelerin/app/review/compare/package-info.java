/** Missions and spots beside each other: on one axis of time, by elapsed time, or from a mark on each. */
package org.pelerin.app.review.compare;
