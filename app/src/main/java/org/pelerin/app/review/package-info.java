/** Looking at what came home: the page of a mission, its chart and figures. */
@ApplicationModule(displayName = "Review", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.review;

import org.springframework.modulith.ApplicationModule;
