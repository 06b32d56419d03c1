/** Texts that are kept or leave: their lengths, tables, cells. */
package org.pelerin.app.platform.text;
