using Phonaris.Web;

return await Server.RunAsync(args);

/// <summary>The server's own entry point, public so that tests can host it.</summary>
public partial class Program;
