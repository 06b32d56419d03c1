/** One run of one logger: its plan, state and spot, and what there is to say of it. */
@ApplicationModule(displayName = "Missions", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.missions;

import org.springframework.modulith.ApplicationModule;
