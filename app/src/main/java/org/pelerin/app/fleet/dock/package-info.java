/** Pages of what is connected now. */
package org.pelerin.app.fleet.dock;
