package org.mendedleaf.bench;

import com.sun.management.OperatingSystemMXBean;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;

/**
 * What some work took.
 *
 * @param wall seconds on the clock
 * @param cpu seconds of all processors that its process used: on a machine that is shared, the
 *     wall's figure has the neighbours in it and this one has not
 */
record Taken(double wall, double cpu) {

  /** Takes the time of work in this process; nothing else may run in it. */
  static Taken by(Callable<?> work) throws Exception {
    OperatingSystemMXBean system =
        (OperatingSystemMXBean) ManagementFactory.getOperatingSystemMXBean();
    long cpu = system.getProcessCpuTime();
    long start = System.nanoTime();
    work.call();
    long end = System.nanoTime();
    return new Taken((end - start) / 1e9, (system.getProcessCpuTime() - cpu) / 1e9);
  }

  /** Takes the time of a command of the shell and of all that it starts. */
  static Taken byShell(String command, Path folder) throws IOException, InterruptedException {
    String timed = "TIMEFORMAT='%R %U %S'; time { " + command + "; }";
    Process process =
        new ProcessBuilder(List.of("bash", "-c", timed))
            .directory(folder.toFile())
            .redirectOutput(ProcessBuilder.Redirect.DISCARD)
            .start();
    String said = new String(process.getErrorStream().readAllBytes(), StandardCharsets.UTF_8);
    if (process.waitFor() != 0) {
      throw new IOException("failed: " + command + ": " + said);
    }
    String[] last = said.strip().lines().reduce((a, b) -> b).orElseThrow().split(" ", -1);
    return new Taken(
        Double.parseDouble(last[0]), Double.parseDouble(last[1]) + Double.parseDouble(last[2]));
  }
}
