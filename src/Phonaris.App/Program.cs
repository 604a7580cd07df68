using Phonaris.App;
using Phonaris.App.Verbs;
using Phonaris.Tool;
using Phonaris.Web;

NativeMemory.LimitArenas();
// Deck readers are started often, and have no verb.
if (Server.IsReader(args)) return await Server.RunAsync(args);
return await CommandLine.RunAsync(args, Console.Out, Console.Error, AppVerbs.All());
