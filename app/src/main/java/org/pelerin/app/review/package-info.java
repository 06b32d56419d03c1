/** Records are looked at: the page of a mission, its chart and figures, comparisons. */
@ApplicationModule(displayName = "Review", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.review;

import org.springframework.modulith.ApplicationModule;
