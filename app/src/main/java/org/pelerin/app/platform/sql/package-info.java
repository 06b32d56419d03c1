/** How values stand in columns, and transactions that are done again. */
package org.pelerin.app.platform.sql;
