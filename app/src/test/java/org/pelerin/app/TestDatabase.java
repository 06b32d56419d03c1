package org.pelerin.app;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;

/** The database of the tests of this process; those of a process beside it have another one, on the same server. */
public final class TestDatabase {

    static final String USER = "pelerin";
    static final String PASSWORD = "pelerin";

    @SuppressWarnings("unused")
    private static Connection holding;

    private static final String SERVER = need("PELERIN_TEST_DB_URL").replaceAll("/[^/]*$", "/");
    private static final String NAME = claimed();

    /** As JDBC has it. */
    static final String URL = SERVER + NAME;

    private TestDatabase() {}

    /** A connection to it; what is in it stays. */
    public static Connection connect() throws SQLException {
        try (Connection server = DriverManager.getConnection(SERVER, USER, PASSWORD);
                Statement statement = server.createStatement()) {
            statement.execute("CREATE DATABASE IF NOT EXISTS " + NAME + " CHARACTER SET utf8mb4");
        }
        return DriverManager.getConnection(URL, USER, PASSWORD);
    }

    static void empty() throws SQLException {
        try (Connection connection = DriverManager.getConnection(SERVER, USER, PASSWORD);
                Statement statement = connection.createStatement()) {
            statement.execute("DROP DATABASE IF EXISTS " + NAME);
            statement.execute("CREATE DATABASE " + NAME + " CHARACTER SET utf8mb4");
        }
    }

    /** The first that no other process has; held by a connection that lasts as long as this process. */
    private static String claimed() {
        try {
            Connection held = DriverManager.getConnection(SERVER, USER, PASSWORD);
            for (int i = 1; ; i++) {
                String name = i == 1 ? "pelerin" : "pelerin_" + i;
                try (Statement statement = held.createStatement();
                        ResultSet taken = statement.executeQuery("SELECT GET_LOCK('" + name + "', 0)")) {
                    taken.next();
                    if (taken.getInt(1) == 1) {
                        holding = held;
                        return name;
                    }
                }
            }
        } catch (SQLException e) {
            throw new IllegalStateException("No database could be had", e);
        }
    }

    private static String need(String variable) {
        String value = System.getenv(variable);
        if (value == null) {
            throw new IllegalStateException(variable + " is not set; run the tests with ./pelerin test");
        }
        return value;
    }
}
