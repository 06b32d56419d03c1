/** The plain form of a record as text: RFC 4180, an instant with its offset a row, a channel a column. Read strictly. */
package org.pelerin.core.plainfile;
