/** One run of one logger: its plan, state and spot, its record, judgement, chart and page. */
@ApplicationModule(displayName = "Missions", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.missions;

import org.springframework.modulith.ApplicationModule;
