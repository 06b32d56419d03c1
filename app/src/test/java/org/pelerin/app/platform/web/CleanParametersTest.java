package org.pelerin.app.platform.web;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.mock.web.MockFilterChain;
import org.springframework.mock.web.MockHttpServletRequest;
import org.springframework.mock.web.MockHttpServletResponse;

class CleanParametersTest {

    private static String cleaned(String field) throws Exception {
        MockHttpServletRequest request = new MockHttpServletRequest("POST", "/admin/organisation");
        request.addParameter(field, "Quality and cellars\r\nUpper road 4");
        MockFilterChain chain = new MockFilterChain();
        new CleanParameters().doFilter(request, new MockHttpServletResponse(), chain);
        return chain.getRequest().getParameter(field);
    }

    @ParameterizedTest
    @ValueSource(strings = {"address", "action", "disposition", "comment", "notes", "remarks"})
    void what_is_written_on_several_lines_keeps_them(String field) throws Exception {
        assertThat(cleaned(field)).isEqualTo("Quality and cellars\nUpper road 4");
    }

    @Test
    void a_name_has_one_line() throws Exception {
        assertThat(cleaned("name")).isEqualTo("Quality and cellars Upper road 4");
    }
}
