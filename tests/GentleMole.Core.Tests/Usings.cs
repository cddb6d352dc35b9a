global using GentleMole.Core;
global using Xunit;
