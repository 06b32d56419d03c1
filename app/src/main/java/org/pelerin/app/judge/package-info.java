/** Records against their limits: the judgement, in words, and alarms tried on what was recorded before. */
@ApplicationModule(displayName = "Judge", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.judge;

import org.springframework.modulith.ApplicationModule;
