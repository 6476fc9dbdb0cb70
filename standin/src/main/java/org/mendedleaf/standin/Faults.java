package org.mendedleaf.standin;

import java.io.IOException;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.function.Predicate;
import javax.servlet.Filter;
import javax.servlet.FilterChain;
import javax.servlet.ServletException;
import javax.servlet.ServletOutputStream;
import javax.servlet.ServletRequest;
import javax.servlet.ServletResponse;
import javax.servlet.WriteListener;
import javax.servlet.http.HttpServletRequest;
import javax.servlet.http.HttpServletResponse;
import javax.servlet.http.HttpServletResponseWrapper;
import org.eclipse.jetty.ee8.nested.Request;
import org.jspecify.annotations.Nullable;

/** What goes wrong with the next requests, by wish of whoever tries something. */
public final class Faults implements Filter {

  private static final int INSUFFICIENT_STORAGE = 507;

  private record Next(Fault fault, Predicate<String> method) {}

  private final Deque<Next> next = new ArrayDeque<>();
  private volatile long slowMillis = 60_000;

  /**
   * Lets something go wrong with the next request that is not hurt yet.
   *
   * @param method of the requests that it may be
   */
  public void next(Fault fault, Predicate<String> method) {
    synchronized (next) {
      next.add(new Next(fault, method));
    }
  }

  /** How long a slow answer takes. */
  public void slow(long millis) {
    slowMillis = millis;
  }

  /** Lets nothing more go wrong. */
  public void none() {
    synchronized (next) {
      next.clear();
    }
  }

  private @Nullable Fault of(String method) {
    synchronized (next) {
      Next first = next.peek();
      return first == null || !first.method().test(method) ? null : next.remove().fault();
    }
  }

  @Override
  public void doFilter(ServletRequest request, ServletResponse response, FilterChain chain)
      throws IOException, ServletException {
    HttpServletRequest asked = (HttpServletRequest) request;
    HttpServletResponse answer = (HttpServletResponse) response;
    Fault fault = of(asked.getMethod());
    if (fault == null) {
      chain.doFilter(request, response);
      return;
    }
    switch (fault) {
      case BUSY -> answer.sendError(HttpServletResponse.SC_SERVICE_UNAVAILABLE);
      case FULL -> answer.sendError(INSUFFICIENT_STORAGE);
      case REFUSED -> breakOff(asked);
      case SLOW -> {
        sleep();
        chain.doFilter(request, response);
      }
      case CUT_OFF -> {
        chain.doFilter(request, new Tampering(answer, true));
        breakOff(asked);
      }
      case WRONG_BYTES -> chain.doFilter(request, new Tampering(answer, false));
    }
  }

  private void sleep() {
    try {
      Thread.sleep(slowMillis);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  private static void breakOff(HttpServletRequest request) {
    Request base = Request.getBaseRequest(request);
    base.getHttpChannel().getEndPoint().close();
  }

  /** An answer of which a byte is another, or only a beginning goes out. */
  private static final class Tampering extends HttpServletResponseWrapper {

    private final boolean isCut;

    Tampering(HttpServletResponse answer, boolean isCut) {
      super(answer);
      this.isCut = isCut;
    }

    @Override
    public ServletOutputStream getOutputStream() throws IOException {
      ServletOutputStream out = super.getOutputStream();
      return new ServletOutputStream() {
        private boolean isDone;

        @Override
        public boolean isReady() {
          return out.isReady();
        }

        @Override
        public void setWriteListener(WriteListener listener) {
          out.setWriteListener(listener);
        }

        @Override
        public void write(int b) throws IOException {
          if (!isDone) {
            out.write(isCut ? b : b ^ 1);
          } else if (!isCut) {
            out.write(b);
          }
          isDone = true;
        }
      };
    }
  }
}
