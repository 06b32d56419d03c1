/** The limits library: named sets in versions, where they hold, and which of them a mission is judged by. */
package org.pelerin.app.judge.limits;
