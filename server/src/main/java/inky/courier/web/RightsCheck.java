package inky.courier.web;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import org.springframework.context.annotation.Configuration;
import org.springframework.core.annotation.AnnotatedElementUtils;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Holds every endpoint of the desk to the right that it names. Panels, downloads and sign-ins have doors of their own. */
@Configuration
class RightsCheck implements HandlerInterceptor, WebMvcConfigurer {
    private static final String[] OTHER_DOORS = {
        "/api/panel/**", "/api/get/**", "/api/session/**", "/api/session", "/api/invitation/**"
    };

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this).addPathPatterns("/api/**").excludePathPatterns(OTHER_DOORS);
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler) {
        if (handler instanceof HandlerMethod method) {
            Needs needs = needs(method);
            if (needs == null || !Access.may(needs.value())) {
                throw Access.notAllowed();
            }
        }
        return true;
    }

    static Needs needs(HandlerMethod method) {
        Needs own = AnnotatedElementUtils.findMergedAnnotation(method.getMethod(), Needs.class);
        return own != null ? own : AnnotatedElementUtils.findMergedAnnotation(method.getBeanType(), Needs.class);
    }
}
