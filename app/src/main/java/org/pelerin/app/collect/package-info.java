/** Records are collected: downloads, memory sticks, files of other makers, stations on their schedules. */
@ApplicationModule(displayName = "Collect", type = ApplicationModule.Type.OPEN)
package org.pelerin.app.collect;

import org.springframework.modulith.ApplicationModule;
