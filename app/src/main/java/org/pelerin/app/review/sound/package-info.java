/** The page of a recorded level: what it came to in each working shift. */
package org.pelerin.app.review.sound;
