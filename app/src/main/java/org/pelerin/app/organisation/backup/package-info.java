/** Backups of this installation: made on a schedule or by a command, checked, rotated; and how old the last good one is. */
package org.pelerin.app.organisation.backup;
