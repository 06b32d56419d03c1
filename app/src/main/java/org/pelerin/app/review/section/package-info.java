/** A site's spots on its picture, coloured by what they read at an instant; several looked at together are a mapping study. */
package org.pelerin.app.review.section;
