/** The guide as pages, in each language; the glossary; and which part of the guide belongs to which page. */
package org.pelerin.app.shell.help;
