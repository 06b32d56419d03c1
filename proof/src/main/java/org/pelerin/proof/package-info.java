/** A mission as one file that proves itself: written, read, and checked with no server and no database. */
package org.pelerin.proof;
