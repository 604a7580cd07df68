using Phonaris.Tool;

return await CommandLine.RunAsync(args, Console.Out, Console.Error);
