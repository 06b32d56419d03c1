/** What an installation can be told by its environment: each setting with what it accepts, checked before anything is started. */
package org.pelerin.app.platform.settings;
