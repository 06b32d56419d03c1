/**
 * The whole database as one file, and a database of such a file. What is in it, layer by layer: {@code docs/formats/backup.md}. Knows tables only as
 * the server names them, so that a table that comes to be is in the next backup.
 */
package org.pelerin.app.platform.backup;
