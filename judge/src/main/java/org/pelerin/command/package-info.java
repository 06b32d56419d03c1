/** Judging a plain file on the command line, with no server and no database. */
package org.pelerin.command;
