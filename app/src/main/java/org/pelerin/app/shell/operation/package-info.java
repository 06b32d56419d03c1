/** The page of the installation itself, for who has no program that watches it. */
package org.pelerin.app.shell.operation;
