/** Pages of the limits library: sets written, attached, tried on what was recorded, and said of a mission. */
package org.pelerin.app.judge.library;
