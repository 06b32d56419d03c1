/** The page of a three-phase record: phases at an instant, their unbalance, and the disturbances by depth and duration. */
package org.pelerin.app.review.mains;
