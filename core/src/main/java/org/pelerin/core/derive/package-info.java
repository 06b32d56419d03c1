/** What follows from recorded samples: means, totals, rates, doses, levels. Each is a reader of samples that tells its own to another. */
package org.pelerin.core.derive;
