package example.wharf;

import io.netty.bootstrap.Bootstrap;
import io.netty.bootstrap.ServerBootstrap;
import io.netty.buffer.Unpooled;
import io.netty.channel.Channel;
import io.netty.channel.ChannelHandlerContext;
import io.netty.channel.ChannelInboundHandlerAdapter;
import io.netty.channel.ChannelInitializer;
import io.netty.channel.EventLoopGroup;
import io.netty.channel.nio.NioEventLoopGroup;
import io.netty.channel.socket.nio.NioServerSocketChannel;
import io.netty.channel.socket.nio.NioSocketChannel;
import io.netty.handler.codec.LineBasedFrameDecoder;
import io.netty.handler.codec.string.StringDecoder;
import io.netty.handler.timeout.ReadTimeoutHandler;
import io.netty.util.Version;
import java.nio.charset.StandardCharsets;
import java.util.concurrent.CompletableFuture;

/** A client and a server of a networking library, whose jars each tell their own version. */
public final class Main {
  public static void main(String[] arguments) throws Exception {
    EventLoopGroup group = new NioEventLoopGroup(2);
    CompletableFuture<String> got = new CompletableFuture<>();
    Channel server =
        new ServerBootstrap()
            .group(group)
            .channel(NioServerSocketChannel.class)
            .childHandler(lines(got))
            .bind("127.0.0.1", 0)
            .sync()
            .channel();
    Channel client =
        new Bootstrap()
            .group(group)
            .channel(NioSocketChannel.class)
            .handler(new ChannelInboundHandlerAdapter())
            .connect(server.localAddress())
            .sync()
            .channel();
    client.writeAndFlush(Unpooled.copiedBuffer("low water\n", StandardCharsets.UTF_8)).sync();
    System.out.println(got.get() + ", " + Version.identify().size() + " versions");
    group.shutdownGracefully(0, 1, java.util.concurrent.TimeUnit.SECONDS).sync();
  }

  private static ChannelInitializer<Channel> lines(CompletableFuture<String> got) {
    return new ChannelInitializer<>() {
      @Override
      protected void initChannel(Channel channel) {
        channel.pipeline().addLast(new ReadTimeoutHandler(30), new LineBasedFrameDecoder(80), new StringDecoder());
        channel
            .pipeline()
            .addLast(
                new ChannelInboundHandlerAdapter() {
                  @Override
                  public void channelRead(ChannelHandlerContext context, Object line) {
                    got.complete(line.toString());
                  }
                });
      }
    };
  }
}
