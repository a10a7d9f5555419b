import static org.codelibs.opensearch.runner.OpenSearchRunner.newConfigs;

import org.codelibs.opensearch.runner.OpenSearchRunner;

/** One node in a process of its own, so that it can be killed: folder, name, ports, all nodes' names and addresses. */
public class Node {
  public static void main(String[] args) throws Exception {
    String folder = args[0], name = args[1], http = args[2], transport = args[3], seeds = args[4], names = args[5];
    OpenSearchRunner runner = new OpenSearchRunner();
    runner.onBuild((number, settings) -> {
      settings.put("node.name", name);
      settings.put("network.host", "127.0.0.1");
      settings.put("http.port", http);
      settings.put("transport.port", transport);
      settings.putList("discovery.seed_hosts", seeds.split(","));
      settings.putList("cluster.initial_cluster_manager_nodes", names.split(","));
      // Beginnings of words inside phrases become as many clauses as there are words.
      settings.put("indices.query.bool.max_clause_count", 16384);
      // Small machines for trying have full disks and slow neighbours.
      settings.put("cluster.routing.allocation.disk.threshold_enabled", false);
      settings.put("cluster.fault_detection.follower_check.interval", "500ms");
      settings.put("cluster.fault_detection.follower_check.timeout", "2s");
      settings.put("cluster.fault_detection.follower_check.retry_count", 2);
      settings.put("cluster.fault_detection.leader_check.interval", "500ms");
      settings.put("cluster.fault_detection.leader_check.timeout", "2s");
      settings.put("cluster.fault_detection.leader_check.retry_count", 2);
    });
    runner.build(newConfigs().clusterName("legendum").numOfNode(1).basePath(folder).useLogger());
    Thread.currentThread().join();
  }
}
