import { createServer, request } from 'node:http';

/** Stands before a server: lets requests through, and drops some answers and holds others back. */
export async function unreliable(server, random) {
  const tally = { answers: 0, dropped: 0, late: 0 };
  const proxy = createServer((asked, answer) => {
    const onward = request(
      { host: '127.0.0.1', port: server.port, path: asked.url, method: asked.method, headers: asked.headers },
      (came) => {
        tally.answers += 1;
        const chance = random(20);
        if (chance === 0) {
          tally.dropped += 1;
          came.resume();
          asked.socket.destroy();
          return;
        }
        const pass = () => {
          answer.writeHead(came.statusCode, came.headers);
          came.pipe(answer);
        };
        if (chance !== 1) return pass();
        tally.late += 1;
        setTimeout(pass, 1500);
      },
    );
    onward.on('error', () => asked.socket.destroy());
    asked.pipe(onward);
  });
  await new Promise((done) => proxy.listen(0, '127.0.0.1', done));
  return {
    tally,
    address: `http://127.0.0.1:${proxy.address().port}`,
    close: () => {
      proxy.closeAllConnections();
      return new Promise((done) => proxy.close(done));
    },
  };
}
